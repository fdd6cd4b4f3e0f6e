/** Turns, wire and capacitors of a single-phase winding for other volts or another frequency. */
import {
  derive,
  finding,
  given,
  good,
  refused,
  taken,
  type Figure,
  type Outcome,
} from '../../language/quantity/index.ts';
import type { Typed } from '../../language/forms/index.ts';
import { strandOfArea, showWires, turnAreaMm2, type Strand } from '../../winding/wire/index.ts';
import type { SinglePhaseCard } from './check-card.ts';
import type { SinglePhasePlate } from './plate.ts';
import { wholeTurns } from './sine-turns.ts';

export interface SinglePhaseWish {
  readonly voltageV?: number | undefined;
  readonly frequencyHz?: number | undefined;
}

export interface SinglePhaseRedesign {
  /** Fields of the card that make the proposal. */
  readonly fields: Typed;
  readonly steps: readonly Figure[];
  /** What the capacitors become; those that the plate does not have are left out. */
  readonly capacitors: readonly Figure[];
}

/**
 * The same flux per pole and the same copper in every slot: turns ∝ volts / frequency in both windings, so that their ratio
 * stays; wire area ∝ 1 / turns; capacitors ∝ 1 / (turns · frequency)², so that the start current stays as far ahead.
 * Source: induced voltage and the impedance of a coil, first principles; an estimate for the capacitors.
 */
export function redesignSinglePhase(
  found: SinglePhaseCard,
  plate: SinglePhasePlate,
  wish: SinglePhaseWish,
): Outcome<SinglePhaseRedesign> {
  const { plan } = found;
  const stop = (code: string, message: string, fields: string[]) =>
    refused<SinglePhaseRedesign>([finding('stop', `redesign.${code}`, message, fields)]);
  if (!plan)
    return stop('no-winding', 'There is no winding to start from yet: fill the card.', ['mainSpans']);
  const { voltageV: U, frequencyHz: f } = plate;
  if (!U || !f)
    return stop('no-supply', 'Volts and frequency of the plate are needed to start from.', [
      'voltage',
      'frequency',
    ]);
  const [newU, newF] = [wish.voltageV ?? U, wish.frequencyHz ?? f];
  if (newU === U && newF === f)
    return stop('nothing-changes', 'Write other volts or another frequency.', ['forVoltage', 'forFrequency']);
  const ratio = derive(
    {
      id: 'turnsRatio',
      name: 'Turns, new over old',
      symbol: 'T′/T',
      unit: '',
      formula: 'T′/T = (U′/U) · (f/f′)',
      source: 'the same flux per pole; induced voltage, first principles',
      inputs: {
        U: given('U', U, 'V', 'plate'),
        U2: given('U′', newU, 'V', 'wanted'),
        f: given('f', f, 'Hz', 'plate'),
        f2: given('f′', newF, 'Hz', 'wanted'),
      },
      value: (v) => (v.U2 / v.U) * (v.f / v.f2),
    },
    true,
  );
  const r = ratio.value;
  const turnsOf = (turns: readonly number[]) => wholeTurns(turns.map((t) => t * r));
  const wiresOf = (wires: readonly Strand[]): Strand[] => wires.map((w) => strandOfArea(w, 1 / r));
  const [mainTurns, startTurns] = [turnsOf(plan.main.turns), turnsOf(plan.start.turns)];
  const [mainWires, startWires] = [wiresOf(plan.mainWires), wiresOf(plan.startWires)];
  const sum = (turns: readonly number[]) => turns.reduce((a, b) => a + b, 0);
  const steps: Figure[] = [ratio];
  for (const [id, name, old, turns, oldWires, wires] of [
    ['main', 'Main', plan.main.turns, mainTurns, plan.mainWires, mainWires],
    ['start', 'Start', plan.start.turns, startTurns, plan.startWires, startWires],
  ] as const) {
    steps.push(
      derive(
        {
          id: `${id}TurnsPerPole`,
          name: `${name}: turns of a pole, ${turns.join(', ')}`,
          symbol: 'ΣT′',
          unit: 'turns',
          formula: 'ΣT′ = ΣT · T′/T, rounded to whole turns of each coil',
          source: 'common practice, no source',
          inputs: { T: given('ΣT', sum(old), 'turns', `card, ${old.join(', ')}`), r: taken(ratio) },
          value: () => sum(turns),
        },
        true,
      ),
      derive(
        {
          id: `${id}Area`,
          name: `${name}: copper in a turn, ${showWires(wires)}`,
          symbol: 'A′',
          unit: 'mm²',
          formula: 'A′ ≈ A · T/T′, the nearest preferred diameter',
          source: 'the same copper in the slot; IEC 60317-0-1 (from memory)',
          inputs: {
            A: given('A', turnAreaMm2(oldWires), 'mm²', `card, ${showWires(oldWires)}`),
            r: taken(ratio),
          },
          value: () => turnAreaMm2(wires),
        },
        true,
      ),
    );
  }
  const capacitors = (
    [
      ['startCapacitor', 'Start capacitor', plate.startCapacitorUf],
      ['runCapacitor', 'Run capacitor', plate.runCapacitorUf],
    ] as const
  ).flatMap(([id, name, uf]) =>
    uf === undefined
      ? []
      : [
          derive(
            {
              id,
              name: `${name}, estimated`,
              symbol: 'C′',
              unit: 'µF',
              formula: 'C′ = C · (T/T′)² · (f/f′)²',
              source: 'reactances of coil and capacitor keep their ratio, first principles',
              assumptions: ['an estimate; choose the nearest size, and its volts by those of the winding'],
              inputs: {
                C: given('C', uf, 'µF', 'plate'),
                r: taken(ratio),
                f: given('f', f, 'Hz', 'plate'),
                f2: given('f′', newF, 'Hz', 'wanted'),
              },
              value: (v) => v.C / v.r ** 2 / (v.f2 / v.f) ** 2,
            },
            true,
          ),
        ],
  );
  return good({
    fields: {
      mainTurns: mainTurns.join(','),
      startTurns: startTurns.join(','),
      mainWires: showWires(mainWires),
      startWires: showWires(startWires),
      forVoltage: String(newU),
      forFrequency: String(newF),
    },
    steps,
    capacitors,
  });
}
