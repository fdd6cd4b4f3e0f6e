import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  checkDataCard,
  DATA_CARD_FIELDS,
  proposedCard,
  readLeadCount,
  readNameplate,
  readShorthand,
  windingOf,
  writeShorthand,
  type Typed,
} from '../../index.ts';

const plate = readNameplate({
  power: '37',
  voltage: '400',
  current: '69',
  frequency: '50',
  speed: '985',
}).plate;
const good: Typed = {
  slots: '54',
  poles: '6',
  layers: '2',
  span: '1-9',
  turns: '15',
  wires: '2x1.12+2x1.06',
  circuits: '2',
  connection: 'delta',
  endsPerLead: '4',
  starJoint: 'no',
  jumpers: 'short',
  exitClock: '3',
  overhang: '62',
  linerFound: '0.3',
  leadsFound: '6 of 10 mm²',
  sensorsFound: 'none',
  bore: '250',
  coreLength: '210',
  backIron: '27',
  toothWidth: '7.2',
  slotArea: '290',
};
const codes = (change: Typed) => checkDataCard({ ...good, ...change }, plate).findings.map((f) => f.code);
const stops = (change: Typed) =>
  checkDataCard({ ...good, ...change }, plate)
    .findings.filter((f) => f.severity === 'stop')
    .map((f) => f.code);

describe('a card that is right', () => {
  it('is complete and free of contradictions', () => {
    const checked = checkDataCard(good, plate);
    expect(checked.findings.filter((f) => f.severity !== 'note')).toEqual([]);
    expect(checked.missing).toEqual([]);
    expect(checked.complete).toBe(true);
  });
  it('says what is missing, field by field', () => {
    const { bore: _, turns: __, ...rest } = good as Record<string, string>;
    const checked = checkDataCard(rest, plate);
    expect(checked.complete).toBe(false);
    expect(checked.missing.map((m) => m.id)).toEqual(['turns', 'bore']);
    expect(checkDataCard({}, plate).missing).toHaveLength(21);
  });
});

describe('contradictions, each found and pointing at the fields to count again', () => {
  it.each<[string, Typed, string]>([
    ['coil ends against circuits', { circuits: '3' }, 'card.ends-against-circuits'],
    ['star joint against delta', { starJoint: 'yes' }, 'card.star-joint-against-connection'],
    ['poles against the plate’s speed', { poles: '4' }, 'card.poles-against-speed'],
    ['half the coils', { coilsCounted: '27' }, 'card.coils-half-of-slots'],
    ['a coil too few', { coilsCounted: '53' }, 'card.coils-not-slots'],
    ['half the groups', { groupsCounted: '9' }, 'card.groups-not-poles'],
    ['one layer with an even span', { layers: '1', span: '1-11' }, 'winding.pitch-not-odd'],
    [
      'two layers said, one laid',
      {
        slots: '36',
        kind: 'concentric',
        grouping: 'consequent',
        span: '1-8,1-6',
        layers: '2',
        endsPerLead: '',
        circuits: '1',
      },
      'card.layers-against-spans',
    ],
    ['turns for coils that are not there', { turns: '15,14' }, 'winding.turns-not-coils'],
    ['not turns', { turns: 'about 15' }, 'field.not-turns'],
    ['groups that do not go round', { groups: '3 3 2' }, 'winding.groups-not-coils'],
    [
      'halves of an odd number of circuits',
      { leads: 'nine', circuits: '3' },
      'connection.halves-need-even-circuits',
    ],
    ['teeth wider than the bore', { toothWidth: '15' }, 'card.teeth-fill-bore'],
    ['a tenth of the turns', { turns: '5' }, 'card.flux-density-impossible'],
    ['more wire than slot', { slotArea: '150' }, 'card.does-not-fit-slot'],
    [
      'ohms that do not fit',
      { lineResistance: '0.34', resistanceTemperature: '20' },
      'card.resistance-against-winding',
    ],
    ['copper that does not fit', { strippedCopper: '40' }, 'card.copper-against-winding'],
    ['circuits that do not part', { circuits: '4', endsPerLead: '8' }, 'circuits.groups-do-not-part'],
    ['a span round the bore', { span: '1-60' }, 'winding.span-longer-than-slots'],
    ['not a span', { span: 'nine' }, 'field.not-a-span'],
    ['not a number', { bore: 'wide' }, 'field.not-a-number'],
    ['out of range', { slots: '2' }, 'field.out-of-range'],
  ])('%s', (_name, change, code) => {
    expect(stops(change)).toContain(code);
    const found = checkDataCard({ ...good, ...change }, plate).findings.find((f) => f.code === code)!;
    expect(found.fields.length).toBeGreaterThan(0);
    expect(checkDataCard({ ...good, ...change }, plate).complete).toBe(false);
  });

  it('tells four ends in delta from four in star, and which fits the iron', () => {
    const checked = checkDataCard({ ...good, circuits: '3' }, plate);
    const found = checked.findings.find((f) => f.code === 'card.ends-against-circuits')!;
    expect(found.message).toContain('2Δ');
    expect(checked.leadReadings[0]).toMatchObject({ circuits: 2, connection: 'delta', verdict: 'sound' });
    expect(checked.leadReadings[1]!.refusal).not.toBeNull();
  });

  // Common practice, no source: six ends on a lead is three circuits in delta or six in star.
  it('reads six ends as 3Δ or 6Y, with the star twice less in the teeth by √3', () => {
    const readings = readLeadCount(
      { ends: 6 },
      windingOf(checkDataCard(good, plate).card)!,
      { boreDiameterMm: 250, coreLengthMm: 210, toothWidthMm: 7.2 },
      plate,
    );
    const by = Object.fromEntries(readings.map((r) => [`${r.circuits}${r.connection}`, r.toothDensityT!]));
    expect(Object.keys(by).sort()).toEqual(['3delta', '6star']);
    expect(by['6star']! / by['3delta']!).toBeCloseTo(2 / Math.sqrt(3), 6);
  });

  it('only doubts what may be right', () => {
    expect(codes({ span: '1-5' })).toContain('winding.span-very-short');
    expect(codes({ span: '1-11' })).toContain('winding.span-over-pole-pitch');
    expect(stops({ span: '1-11' })).toEqual([]);
  });
});

it('never throws for what was typed', () => {
  fc.assert(
    fc.property(
      fc.dictionary(
        fc.constantFrom(...DATA_CARD_FIELDS.map((f) => f.id)),
        fc.oneof(fc.string(), fc.integer({ min: -5, max: 400 }).map(String)),
      ),
      (typed) => {
        const checked = checkDataCard({ ...good, ...typed }, plate);
        expect(Array.isArray(checked.findings)).toBe(true);
      },
    ),
    { numRuns: 300 },
  );
});

describe('shorthand', () => {
  it('fills the card from one line', () => {
    expect(readShorthand('48s 4p 1-11 T12 3x0.95+1x0.90 2Y').fills).toEqual({
      slots: '48',
      poles: '4',
      span: '1-11',
      turns: '12',
      wires: '3x0.95+1x0.90',
      circuits: '2',
      connection: 'star',
    });
  });
  it('takes tokens in any order and either case, and names what it does not understand', () => {
    expect(readShorthand('2d t9 36S').fills).toEqual({
      circuits: '2',
      connection: 'delta',
      turns: '9',
      slots: '36',
    });
    const { tokens } = readShorthand('36s huh 1-8 8-1');
    for (const name of Object.getOwnPropertyNames(Object.prototype))
      expect(readShorthand(name).tokens[0]).toMatchObject({ text: name, fills: {}, meaning: '?' });
    expect(tokens.map((t) => t.problem !== undefined)).toEqual([false, true, false, true]);
  });
  it('writes what it reads', () => {
    const line = '54s 6p 1-9 T15 2x1.12+2x1.06 2D';
    expect(writeShorthand(readShorthand(line).fills)).toBe(line);
    expect(writeShorthand(good)).toBe(line);
  });
});

describe('a proposal', () => {
  it('keeps the iron, drops what was counted on the old winding', () => {
    const card = proposedCard({ ...good, meanTurn: '820' }, { turns: '14', circuits: '1' });
    expect(card).toMatchObject({ turns: '14', circuits: '1', bore: '250', meanTurn: '820', slots: '54' });
    expect(card).not.toHaveProperty('endsPerLead');
    expect(proposedCard({ ...good, meanTurn: '820' }, { span: '1-8' })).not.toHaveProperty('meanTurn');
  });
});

describe('what stops on the bench stops on the card', () => {
  // Densities, fill and current density are judged once; no card is complete while one of them is past its limit.
  const any = <T>(...values: T[]) => fc.constantFrom(...values);
  it('whatever was counted', () => {
    fc.assert(
      fc.property(
        any('3', '6', '9', '12', '15', '20', '30', '60'),
        any('1x0.5', '1x0.8', '2x0.9', '2x1.12+2x1.06', '8x1.25', '20x1.4'),
        any('1', '2', '3', '6'),
        any('star', 'delta'),
        (turns, wires, circuits, connection) => {
          const checked = checkDataCard({ ...good, turns, wires, circuits, connection }, plate);
          const past = Object.values(checked.analysis?.judged ?? {}).filter((j) => j.verdict === 'stop');
          const about = checked.findings.filter(
            (f) => f.severity === 'stop' && /impossible|fit-slot/.test(f.code),
          );
          expect(about.length > 0).toBe(past.length > 0);
          if (past.length > 0) expect(checked.complete).toBe(false);
        },
      ),
    );
  });
  it('a wire too thin for the plate’s amperes', () => {
    expect(stops({ wires: '2x0.8' })).toContain('card.current-density-impossible');
  });
});

describe('the plate beside the card', () => {
  it('star on the plate and delta on the card contradict one another, either way round', () => {
    for (const [onPlate, onCard] of [
      ['star', 'delta'],
      ['delta', 'star'],
    ] as const) {
      const found = checkDataCard({ ...good, connection: onCard }, { ...plate, connection: onPlate });
      expect(found.findings).toContainEqual(
        expect.objectContaining({ code: 'card.connection-against-plate', severity: 'stop' }),
      );
      const same = checkDataCard({ ...good, connection: onCard }, { ...plate, connection: onCard });
      expect(same.findings.map((f) => f.code)).not.toContain('card.connection-against-plate');
    }
  });
  it('a plate that cannot be read is not passed over', () => {
    const { plate: unclear } = readNameplate({ voltage: '4OO', current: '69', frequency: '50' });
    const checked = checkDataCard(good, unclear);
    expect(checked.findings.find((f) => f.code === 'card.plate-unread')?.message).toContain('rated voltage');
    expect(checked.complete).toBe(false);
  });
});

describe('ducts', () => {
  it('never leave a negative density, and a core of nothing but ducts is doubted', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 500 }), (ducts) => {
        const checked = checkDataCard({ ...good, ducts: String(ducts) }, plate);
        for (const f of Object.values(checked.analysis?.figures ?? {}))
          expect(f.value, f.id).toBeGreaterThanOrEqual(0);
        expect(stops({ ducts: String(ducts) }).includes('card.ducts-fill-core')).toBe(ducts > 105);
      }),
    );
  });
});
