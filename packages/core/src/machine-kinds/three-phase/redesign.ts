/** Works out turns and wire for another voltage, frequency, number of poles, connection, span or kind of winding. */
import type { WindingAnalysis } from '../../winding/analysis/index.ts';
import type { ShopDefaults } from '../../winding/machine/index.ts';
import { checkDataCard, supplyOf, type ThreePhaseCard } from './check-data-card.ts';
import { kindOf, proposedCard, readDataCard } from './data-card.ts';
import type { Typed } from '../../language/forms/index.ts';
import type { Nameplate } from '../../winding/nameplate/index.ts';
import {
  derive,
  finding,
  given,
  good,
  refused,
  taken,
  type Figure,
  type Finding,
  type Outcome,
} from '../../language/quantity/index.ts';
import { concentricPitches } from '../../winding/layout/index.ts';
import {
  showWires,
  throughOpening,
  tooManyToCompare,
  turnAreaMm2,
  wiresNear,
  type BundleLimits,
  type Reel,
} from '../../winding/wire/index.ts';

export interface RedesignWish {
  /** Fields of the proposal that are wanted otherwise: volts, frequency, poles, circuits, connection, span, kind. */
  readonly wanted: Typed;
  readonly stock: readonly Reel[];
  readonly limits: BundleLimits;
  /** Turns may differ between the coils of a group where that comes nearer. */
  readonly unevenTurns: boolean;
  /** Back-iron density that is not to be passed when the poles become fewer [T]. */
  readonly backIronLimitT: number;
  readonly shop?: ShopDefaults;
}

export interface Redesign {
  /** What to put into the proposal. */
  readonly typed: Typed;
  /** Each step with its working. */
  readonly steps: readonly Figure[];
  readonly proposed: ThreePhaseCard;
  readonly findings: readonly Finding[];
}

export const DEFAULT_WISH: Omit<RedesignWish, 'wanted' | 'stock'> = {
  limits: { mostSizes: 2, mostStrands: 12 },
  unevenTurns: false,
  backIronLimitT: 1.6,
};

/** The new span where none was asked for: the same share of the pole pitch; all spans of a group when concentric. */
function fillIn(found: Typed, was: ThreePhaseCard, wanted: Typed): Typed {
  const a = was.analysis!;
  const { card } = readDataCard(proposedCard(found, wanted));
  const kind = wanted['kind'] ? kindOf(card) : a.layout.kind === 'coils' ? 'coils' : kindOf(card);
  const filled: Record<string, string> = { ...wanted };
  const polesChanged = card.poles !== a.winding.poles;
  const kindChanged = kind !== (a.layout.kind ?? 'lap');
  if (!wanted['span'] && kind !== 'coils' && (polesChanged || kindChanged)) {
    const share = a.layout.meanPitch / a.layout.polePitch;
    const polePitch = a.winding.slots / (card.poles ?? a.winding.poles);
    const mean = Math.max(1, Math.round(share * polePitch));
    const size = Math.max(1, Math.round(polePitch / 3));
    filled['span'] =
      kind === 'concentric'
        ? concentricPitches(mean, size)
            .map((p) => `1-${p + 1}`)
            .join(',')
        : `1-${mean + 1}`;
  }
  if (polesChanged && !wanted['groups']) filled['groups'] = '';
  return filled;
}

/**
 * Keeps the flux density that limits, the copper in the slot, and as found stays untouched.
 *   T₂ = T₁ · (U₂/U₁) · (f₁/f₂) · (a₂/a₁) · (n₁·k_w1)/(n₂·k_w2) · (Φ₁/Φ₂)
 * Source: induced voltage E = π√2 f N k_w Φ; first principles. With other poles the flux goes with the pole area until the
 * back iron, which carries half of it, limits.
 */
export function workOut(found: Typed, plate: Nameplate, wish: RedesignWish): Outcome<Redesign> {
  const was = checkDataCard(found, plate, true, wish.shop);
  const a = was.analysis;
  const say = (code: string, message: string, fields: readonly string[]) =>
    refused<Redesign>([finding('stop', code, message, fields)]);
  if (!a)
    return say(
      'redesign.no-winding-found',
      'The winding as found cannot be laid out; fill the data card first.',
      ['slots'],
    );
  if (!a.figures.fluxPerPole)
    return say('redesign.no-supply', 'Volts and frequency of the plate are needed to keep the flux.', [
      'voltage',
    ]);
  const wanted = fillIn(found, was, wish.wanted);
  const trial = checkDataCard(proposedCard(found, wanted), plate, true, wish.shop);
  const b = trial.analysis;
  if (!b || !b.figures.phaseVoltage) return refused(trial.findings.filter((f) => f.severity === 'stop'));
  const supply1 = supplyOf(plate, was.card);
  const supply2 = supplyOf(plate, trial.card);
  const steps: Figure[] = [];
  const keep = <T extends Figure>(f: T): T => {
    steps.push(f);
    return f;
  };
  const turns1 = a.layout.meanTurns ?? a.winding.turnsPerCoil;
  const n = (x: WindingAnalysis) => x.layout.coils.length / 3;
  const fluxRatio = keep(fluxKept(a, b, wish.backIronLimitT));
  const ks = (x: WindingAnalysis) => x.figures.skewFactor?.value ?? 1;
  const exact = keep(
    derive(
      {
        id: 'turnsExact',
        name: 'Turns a coil, exactly',
        symbol: 'T₂',
        unit: 'turns',
        formula: 'T₂ = T₁ · (U₂/U₁) · (f₁/f₂) · (a₂/a₁) · (n₁·k_w1)/(n₂·k_w2) / (Φ₂/Φ₁)',
        source: 'induced voltage E = π√2·f·N·k_w·Φ, first principles',
        inputs: {
          T1: given('T₁', turns1, 'turns', 'as found'),
          U1: { ...taken(a.figures.phaseVoltage!), symbol: 'U₁' },
          U2: { ...taken(b.figures.phaseVoltage), symbol: 'U₂' },
          f1: given('f₁', supply1.frequencyHz!, 'Hz', 'plate'),
          f2: given('f₂', supply2.frequencyHz!, 'Hz', 'wanted'),
          a1: given('a₁', a.winding.circuits, 'circuits', 'as found'),
          a2: given('a₂', b.winding.circuits, 'circuits', 'wanted'),
          n1: given('n₁', n(a), 'coils', 'a phase, as found'),
          n2: given('n₂', n(b), 'coils', 'a phase, proposed'),
          kw1: given('k_w1', a.figures.windingFactor!.value * ks(a), '', 'as found'),
          kw2: given('k_w2', b.figures.windingFactor!.value * ks(b), '', 'proposed'),
          flux: taken(fluxRatio),
        },
        value: (v) =>
          (v.T1 * (v.U2 / v.U1) * (v.f1 / v.f2) * (v.a2 / v.a1) * ((v.n1 * v.kw1) / (v.n2 * v.kw2))) / v.flux,
      },
      true,
    ),
  );
  const size = Math.max(...b.layout.groups.map((g) => g.coils.length));
  const rows = turnsFor(exact.value, wish.unevenTurns ? size : 1);
  const mean = rows.reduce((s, t) => s + t, 0) / rows.length;
  const area = keep(
    derive(
      {
        id: 'areaWanted',
        name: 'Copper in a turn for the same slot copper',
        symbol: 'A₂',
        unit: 'mm²',
        formula: 'A₂ = A₁ · (s₁·T₁) / (s₂·T₂)',
        source: 'same copper in the fullest slot, first principles',
        inputs: {
          A1: { ...taken(a.figures.turnArea!), symbol: 'A₁' },
          s1: given('s₁', a.layout.fullestSlot, 'coil sides', 'in a slot, as found'),
          s2: given('s₂', b.layout.fullestSlot, 'coil sides', 'in a slot, proposed'),
          T1: given('T₁', turns1, 'turns', 'as found'),
          T2: given('T₂', mean, 'turns', 'as it can be wound'),
        },
        value: (v) => (v.A1 * v.s1 * v.T1) / (v.s2 * v.T2),
      },
      true,
    ),
  );
  const bundles = throughOpening(wish.limits, was.card.slotOpening);
  const tooMany = tooManyToCompare(wish.stock, bundles);
  if (tooMany) return refused([tooMany]);
  const bundle = wiresNear(area.value, wish.stock, bundles)[0];
  const findings: Finding[] = [];
  if (!bundle)
    findings.push(
      finding(
        'watch',
        'redesign.no-wire',
        `No wires on the reels make ${area.value.toFixed(2)} mm² a turn within ${wish.limits.mostStrands} strands; order wire, or allow more strands or sizes.`,
        ['wires'],
      ),
    );
  const areaMade = bundle?.areaMm2 ?? turnAreaMm2(a.winding.wires);
  const current1 = supply1.currentA;
  const perPhase = (x: WindingAnalysis) => (x.winding.connection === 'star' ? 1 : Math.sqrt(3));
  if (current1)
    keep(
      derive(
        {
          id: 'currentAtSameDensity',
          name: 'Line current at the same current density',
          symbol: 'I₂',
          unit: 'A',
          formula: 'I₂ = I₁ · (a₂·A₂·c₂) / (a₁·A₁·c₁),  c = 1 in star, √3 in delta',
          source: 'first principles',
          assumptions: ['the same cooling; with another speed the fan gives another'],
          inputs: {
            I1: given('I₁', current1, 'A', 'plate'),
            a1: given('a₁', a.winding.circuits, '', 'as found'),
            a2: given('a₂', b.winding.circuits, '', 'proposed'),
            A1: taken(a.figures.turnArea!),
            A2: given('A₂', areaMade, 'mm²', 'wires chosen'),
            c1: given('c₁', perPhase(a), '', 'as found'),
            c2: given('c₂', perPhase(b), '', 'proposed'),
          },
          value: (v) => (v.I1 * v.a2 * v.A2 * v.c2) / (v.a1 * v.A1 * v.c1),
        },
        true,
      ),
    );
  if (plate.powerKw)
    keep(
      derive(
        {
          id: 'roughPower',
          name: 'Power, rough',
          symbol: 'P₂',
          unit: 'kW',
          formula: 'P₂ = P₁ · (B₂/B₁) · (A₂/A₁) · (n₂/n₁)',
          source: 'output goes with gap density, ampere loading and speed; first principles',
          assumptions: ['rough, within 15 %; efficiency, cooling and cage are taken as they were'],
          inputs: {
            P1: given('P₁', plate.powerKw, 'kW', 'plate'),
            B: given('B₂/B₁', (fluxRatio.value * b.winding.poles) / a.winding.poles, '', 'gap density'),
            A: given(
              'A₂/A₁',
              (b.layout.fullestSlot * mean * areaMade) /
                (a.layout.fullestSlot * turns1 * a.figures.turnArea!.value),
              '',
              'copper in the slot at the same current density',
            ),
            n: given(
              'n₂/n₁',
              supply2.frequencyHz! / b.winding.poles / (supply1.frequencyHz! / a.winding.poles),
              '',
              'synchronous speed',
            ),
          },
          value: (v) => v.P1 * v.B * v.A * v.n,
        },
        true,
      ),
    );
  const typed: Typed = {
    ...wanted,
    turns: new Set(rows).size === 1 ? String(rows[0]) : rows.join(','),
    ...(bundle ? { wires: showWires(bundle.wires) } : {}),
    ...(current1 && steps.some((s) => s.id === 'currentAtSameDensity') && changesCurrent(wanted)
      ? { forCurrent: steps.find((s) => s.id === 'currentAtSameDensity')!.value.toPrecision(4) }
      : {}),
  };
  const proposed = checkDataCard(proposedCard(found, typed), plate, true, wish.shop);
  findings.push(...warnings(a, b, plate, supply1.frequencyHz!, supply2, exact.value, mean));
  return good({ typed, steps, proposed, findings });
}

/** Volts, frequency and poles change the current; circuits, span and kind alone do not. */
const changesCurrent = (wanted: Typed) =>
  ['forVoltage', 'forFrequency', 'poles'].some((id) => Boolean(wanted[id]?.trim()));

/** Flux per pole against that found: one with the same poles; otherwise what teeth and back iron allow. */
function fluxKept(a: WindingAnalysis, b: WindingAnalysis, backIronLimitT: number): Figure {
  const [p1, p2] = [a.winding.poles, b.winding.poles];
  const byTeeth = p1 / p2;
  const yoke = a.figures.backIronDensity?.value;
  const byYoke = yoke ? Math.max(yoke, backIronLimitT) / yoke : Infinity;
  const limits =
    p1 === p2 ? 'the same poles' : byTeeth <= byYoke ? 'the teeth limit' : 'the back iron limits';
  return derive(
    {
      id: 'fluxRatio',
      name: `Flux per pole against as found: ${limits}`,
      symbol: 'Φ₂/Φ₁',
      unit: '',
      formula: p1 === p2 ? 'Φ₂/Φ₁ = 1' : 'Φ₂/Φ₁ = min(2p₁/2p₂, B_y,limit/B_y1)',
      source:
        'the flux of a pole goes with its area; half of it returns through the back iron; first principles',
      inputs: {
        p1: given('2p₁', p1, 'poles', 'as found'),
        p2: given('2p₂', p2, 'poles', 'wanted'),
        By: given('B_y1', yoke ?? 0, 'T', yoke ? 'as found' : 'back iron not measured: not a limit here'),
        limit: given('B_y,limit', backIronLimitT, 'T', 'usual limit, common practice'),
      },
      value: () => (p1 === p2 ? 1 : Math.min(byTeeth, byYoke)),
    },
    true,
  );
}

/**
 * Whole turns nearest to the exact figure; with uneven turns allowed, whole turns in each of `coils` whose mean is nearest.
 * @returns one entry, or one a coil of the group
 */
export function turnsFor(exact: number, coils: number): number[] {
  const total = Math.max(coils, Math.round(exact * coils));
  const least = Math.floor(total / coils);
  const more = total - least * coils;
  if (more === 0) return [least];
  return Array.from({ length: coils }, (_, i) => least + (i < more ? 1 : 0));
}

/** What a good winder would say before cutting wire. */
function warnings(
  a: WindingAnalysis,
  b: WindingAnalysis,
  plate: Nameplate,
  f1: number,
  supply2: { readonly voltageV?: number; readonly frequencyHz?: number },
  exact: number,
  made: number,
): Finding[] {
  const found: Finding[] = [];
  const off = made / exact - 1;
  if (Math.abs(off) > 0.02)
    found.push(
      finding(
        Math.abs(off) > 0.06 ? 'watch' : 'note',
        'redesign.turns-rounded',
        `${made.toFixed(2).replace(/\.?0+$/, '')} turns instead of ${exact.toFixed(2)}: flux ${off > 0 ? 'falls' : 'rises'} by ${Math.abs(100 * (1 / (1 + off) - 1)).toFixed(1)} %. ${Math.abs(off) > 0.06 ? 'Uneven turns, another span or more circuits would come nearer.' : ''}`.trim(),
        ['turns'],
      ),
    );
  const f2 = supply2.frequencyHz!;
  if (b.winding.poles !== a.winding.poles || f2 !== f1) {
    const speed = (120 * f2) / b.winding.poles;
    const was = (120 * f1) / a.winding.poles;
    if (speed > was * 1.05)
      found.push(
        finding(
          'watch',
          'redesign.faster',
          `It will turn at ${Math.round(speed)} instead of ${Math.round(was)} rpm: bearings, fan, balance grade and what it drives must allow that.`,
          ['poles', 'forFrequency'],
          'Power taken by a fan or centrifugal pump goes with the cube of the speed.',
        ),
      );
    else if (speed < was * 0.95)
      found.push(
        finding(
          'note',
          'redesign.slower',
          `It will turn at ${Math.round(speed)} instead of ${Math.round(was)} rpm: its own fan cools less.`,
          ['poles', 'forFrequency'],
        ),
      );
  }
  if (f2 > f1 * 1.05)
    found.push(
      finding(
        'note',
        'redesign.core-loss',
        `At ${f2} Hz the core loses about ${(100 * ((f2 / f1) ** 1.5 - 1)).toFixed(0)} % more for the same flux density.`,
        ['forFrequency'],
        'Core loss goes with f to the power of 1.3 to 1.6 (common practice).',
      ),
    );
  if ((supply2.voltageV ?? 0) > 1000 && (plate.voltageV ?? 0) <= 1000)
    found.push(
      finding(
        'stop',
        'redesign.high-voltage',
        'Above 1000 V a random-wound machine with this slot insulation is not to be made: form-wound coils and another insulation are needed.',
        ['forVoltage'],
        'Common practice; local codes and the maker’s data rule.',
      ),
    );
  if (b.winding.poles !== a.winding.poles)
    found.push(
      finding(
        'note',
        'redesign.cage',
        'The cage was cut for other poles: check slots against bars for noise and crawling, and the end rings for their current.',
        ['poles'],
      ),
    );
  return found;
}
