/** The slip-ring motor as a kind: stator and rotor held against the plate, its rings, and what its tests find. */
import { describe, expect, it } from 'vitest';
import { judgeTest, woundRotor, woundRotorPlanOf, type Typed } from '../../index.ts';

const [example] = woundRotor.examples as [(typeof woundRotor.examples)[number]];
const plateOf = (typed: Typed = {}) => woundRotor.readPlate({ ...example.plate, ...typed }).plate;
const check = (card: Typed = {}, plate: Typed = {}) =>
  woundRotor.checkCard({ ...example.card, ...card }, plateOf(plate), true, {});
const codes = (...of: Parameters<typeof check>) => check(...of).findings.map((f) => f.code);
const rotorOf = (...of: Parameters<typeof check>) => woundRotorPlanOf(check(...of).plan)!.rotor!;

describe('the card', () => {
  it('has its ring volts by a second way: slot by slot, the phasors of one phase of each winding summed', () => {
    // EMF of a phase: every coil side a phasor at its slot's electrical angle, coils of phase belts of 60°.
    const emf = (slots: number, poles: number, pitch: number, turns: number, circuits: number) => {
      const alpha = (Math.PI * poles) / slots;
      const q = slots / (3 * poles);
      let [re, im] = [0, 0];
      for (let group = 0; group < poles; group++)
        for (let k = 0; k < q; k++) {
          const slot = group * 3 * q + k;
          const sign = group % 2 === 0 ? 1 : -1;
          re += sign * turns * (Math.cos(slot * alpha) - Math.cos((slot + pitch) * alpha));
          im += sign * turns * (Math.sin(slot * alpha) - Math.sin((slot + pitch) * alpha));
        }
      return Math.hypot(re, im) / circuits;
    };
    const ratio = emf(36, 4, 8, 9, 2) / emf(48, 4, 10, 11, 2);
    const { figures } = rotorOf();
    expect(figures.turnsRatio!.value).toBeCloseTo(ratio, 9);
    expect(figures.ringVolts!.value).toBeCloseTo(400 * ratio, 6);
    // The same rotor in delta has √3 fewer volts and a third of the ohms.
    const delta = rotorOf({ rotorConnection: 'delta' }).figures;
    expect(delta.ringVolts!.value).toBeCloseTo((400 * ratio) / Math.sqrt(3), 6);
    expect(figures.ringOhm20!.value / delta.ringOhm20!.value).toBeCloseTo(3, 9);
    expect(delta.referredOhm20!.value).toBeCloseTo(figures.referredOhm20!.value, 12);
  });
  it('holds them against the plate, ohms against ohms, rings against their wear; other phases are not offered', () => {
    expect(codes()).toEqual([]);
    expect(codes({ rotorTurns: '11' })).toContain('card.ring-volts');
    expect(check({ rotorCircuits: '1' }).findings.find((f) => f.code === 'card.ring-volts')!.severity).toBe(
      'stop',
    );
    expect(codes({ rotorOhm: '0.21' })).toContain('card.ring-ohms');
    expect(codes({ ringDiameter: '130' })).toContain('card.rings-worn');
    const two = check({ rotorPhases: '2' });
    expect(two.findings.find((f) => f.code === 'card.rotor-phases')!.severity).toBe('stop');
    expect(woundRotorPlanOf(two.plan)!.rotor).toBeNull();
    expect(codes({ rotorSpan: 'x' })).toContain('field.not-a-span');
  });
  it('a stator with its rotor is another plan than with another rotor; a proposal keeps the rings', () => {
    const key = (card: Typed) => woundRotorPlanOf(check(card).plan)!.key;
    expect(key({})).not.toBe(key({ rotorConnection: 'delta' }));
    const proposed = woundRotor.proposedCard({ ...example.card, rotorOhm: '0.14' }, { rotorTurns: '8' });
    expect([proposed['rotorTurns'], proposed['ringDiameter'], proposed['rotorOhm']]).toEqual([
      '8',
      '140',
      undefined,
    ]);
  });
});

describe('its tests', () => {
  const judged = (kind: Parameters<typeof judgeTest>[0], typed: Typed) => {
    const outcome = judgeTest(kind, typed, { plate: plateOf(), plan: check().plan });
    if (!outcome.ok) throw new Error(outcome.findings[0]!.message);
    return { ...outcome.judgement, said: outcome.judgement.reasons.join(' ') };
  };
  const open = (kl: number, lm: number, mk: number, lineV = 400) =>
    judged('open-ring', { lineV: `${lineV}`, kl: `${kl}`, lm: `${lm}`, mk: `${mk}` });
  it('open rings: alike at any volts, a phase of shorted turns is named by the two it stands in', () => {
    expect(open(238, 239, 238).verdict).toBe('sound');
    expect(open(119, 119, 119, 200).verdict).toBe('sound');
    // Phase L 16 % weaker: K–L and L–M both low by the triangle of the phasors.
    const phase = 138;
    const weak = Math.sqrt((0.84 * phase) ** 2 + phase ** 2 + 0.84 * phase * phase);
    const found = open(weak, weak, phase * Math.sqrt(3));
    expect([found.verdict, found.said]).toEqual(['stop', expect.stringContaining('phase on ring L')]);
    expect(open(138, 138, 138).said).toContain('delta for star');
    expect(open(0, 0, 0).verdict).toBe('stop');
    expect(judgeTest('open-ring', { lineV: '460', kl: '1', lm: '1', mk: '1' }, { plate: plateOf() }).ok).toBe(
      false,
    );
  });
  it('ring to ring: the pair without the bad joint is the healthy one', () => {
    const ohm = rotorOf().figures.ringOhm20!.value;
    const read = (kl: number, lm: number, mk: number) =>
      judged('ring-resistance', {
        ...{ kl: kl.toPrecision(5), lm: lm.toPrecision(5), mk: mk.toPrecision(5) },
        temperature: '20',
      });
    expect(read(ohm, ohm, ohm).verdict).toBe('sound');
    // Phase M with 20 % more: K–L does not see it.
    const bad = read(ohm, 1.1 * ohm, 1.1 * ohm);
    expect([bad.verdict, bad.said]).toEqual(['stop', expect.stringContaining('third ring, M')]);
    expect(
      judged('ring-resistance', { kl: 'OL', lm: String(ohm), mk: 'OL', temperature: '20' }).said,
    ).toContain('K–L and M–K read open');
  });
});
