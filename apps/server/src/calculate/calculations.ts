/** Every computation of the core without storing anything; runs in a worker, so that it holds nobody up. */
import {
  analyseWinding,
  checkDataCard,
  circuitsThatWork,
  connectionList,
  coreOf,
  countLead,
  CORE_VERSION,
  cutList,
  DEFAULT_LIMITS,
  DEFAULT_SETTINGS,
  expectedWalk,
  finding,
  FIRST_MACHINE_KIND,
  furtherLook,
  judgeTest,
  judgeWalk,
  buildLayout,
  machineKind,
  missingForSearch,
  tooLargeToSearch,
  proposePoles,
  redesignNumbers,
  readDataCard,
  readLeadCount,
  readNameplate,
  readShorthand,
  supplyOf,
  TEST_KINDS,
  throughOpening,
  traceCurrent,
  unknownFields,
  unconnectedWindingOf,
  walkFeed,
  WindingSearch,
  workOut,
  type Outcome,
  type SearchSpace,
  type Typed,
  type WalkReading,
} from '@norther/core';
import { notesOfLog, readOvenLog, type LogAnswers } from '@norther/records';
import { badInput } from '../http/problem.ts';
import { ADDRESSES, type AddressName } from './sections/registry.ts';
import type {
  CardRequest,
  ConnectionRequest,
  CutRequest,
  LeadCountRequest,
  LeadsRequest,
  PolesRequest,
  RedesignNumbersRequest,
  RedesignRequest,
  SearchRequest,
  TestRequest,
  TraceRequest,
  WalkRequest,
  WindingRequest,
} from './calculate-requests.ts';

function valueOf<T>(outcome: Outcome<T>): T {
  if (!outcome.ok) throw badInput(outcome.findings);
  return outcome.value;
}
const answer = <T extends object>(body: T) => ({ core: CORE_VERSION, ...body });
/** Absent optional fields arrive as undefined; the core wants them left out. */
const present = <T extends object>(o: T) =>
  Object.fromEntries(Object.entries(o).filter(([, v]) => v !== undefined)) as {
    [K in keyof T]: Exclude<T[K], undefined>;
  };

interface LogWords {
  readonly logUnit?: LogAnswers['unit'];
  readonly logTime?: LogAnswers['time'];
}
const MOST_COMBINATIONS = 5_000_000;
const missingWinding = finding(
  'stop',
  'winding.incomplete',
  'Slots, poles, span, turns and wires are needed, in `typed` or in `line`, such as 48s 4p 1-11 T12 2x0.95.',
  ['slots', 'poles', 'span', 'turns', 'wires'],
);
/** @throws Problem 400 for what no form of this kind of machine has */
function refuseUnknown(
  { plate, typed }: { readonly plate?: Typed; readonly typed?: Typed | undefined },
  machine: string = FIRST_MACHINE_KIND,
) {
  const kind = machineKind(machine);
  const card = kind.card.flatMap((section) => section.fields);
  const unknown = [
    ...unknownFields(kind.plate, plate ?? {}, 'The plate'),
    ...unknownFields(card, typed ?? {}, 'The card'),
  ];
  if (unknown.length > 0) throw badInput(unknown);
}
const fillsOf = (line: string | undefined) => (line === undefined ? {} : readShorthand(line).fills);
const range = ({ from, to }: { from: number; to: number }) =>
  // One more than any core has slots: too many are refused, never quietly cut.
  Array.from({ length: Math.max(0, Math.min(to - from + 1, 289)) }, (_, i) => from + i);
function planOf(body: Omit<ConnectionRequest, never>) {
  const spec = present(body);
  const layout = valueOf(buildLayout(spec));
  return { layout, list: valueOf(connectionList(layout, spec)) };
}

/** By address below /api/calculate. */
export const CALCULATIONS = {
  winding(body: WindingRequest) {
    const winding = { ...present(body.winding), wires: body.winding.wires.map(present) };
    return answer({
      ...valueOf(
        analyseWinding({ winding, core: present(body.core), supply: present(body.supply) }, body.working),
      ),
      circuitsThatWork: circuitsThatWork(winding),
    });
  },

  connection(body: ConnectionRequest) {
    return answer(planOf(body).list);
  },

  walk({ phase, readings, ...body }: WalkRequest) {
    const { layout, list } = planOf(body);
    const read = [...readings.toUpperCase()].map((c): WalkReading =>
      c === 'N' || c === 'S' || c === '0' ? c : null,
    );
    return answer({
      ...walkFeed(list, phase),
      expected: expectedWalk(layout, list, phase),
      ...judgeWalk(layout, list, phase, read),
    });
  },

  trace({ into, outOf, joined, ...body }: TraceRequest) {
    const { layout, list } = planOf(body);
    const traced = traceCurrent(layout, list.joints, { into, outOf, joined });
    // What nothing joins has no resistance that JSON could carry.
    return answer({
      ...traced,
      resistanceCoils: Number.isFinite(traced.resistanceCoils) ? traced.resistanceCoils : null,
    });
  },

  leads({ typed, line, plate, ...evidence }: LeadsRequest) {
    refuseUnknown({ plate, typed });
    const { card } = readDataCard({ ...fillsOf(line), ...typed });
    const winding = unconnectedWindingOf(card);
    if (!winding) throw badInput([missingWinding]);
    const read = readNameplate(plate).plate;
    const given = present(evidence);
    const readings = readLeadCount(given, winding, coreOf(card), supplyOf(read, card));
    return answer({ readings, furtherLook: furtherLook(readings, given) });
  },

  redesign({ typed, line, plate, wanted, stock, mostSizes, mostStrands, ...wish }: RedesignRequest) {
    refuseUnknown({ plate, typed });
    const { proposed, ...redesign } = valueOf(
      workOut({ ...fillsOf(line), ...typed }, readNameplate(plate).plate, {
        ...wish,
        wanted,
        stock,
        limits: { mostSizes, mostStrands },
      }),
    );
    return answer({
      ...redesign,
      proposed: { figures: proposed.analysis?.figures ?? null, findings: proposed.findings },
    });
  },

  'cut-list'({ typed, line, plate, stock }: CutRequest) {
    refuseUnknown({ plate, typed });
    const read = readNameplate(plate).plate;
    const checked = checkDataCard({ ...fillsOf(line), ...typed }, read);
    if (!checked.analysis) throw badInput(checked.findings.length ? checked.findings : [missingWinding]);
    return answer(
      valueOf(
        cutList(
          checked.analysis,
          coreOf(checked.card),
          present({ volts: read.voltageV, amperes: read.currentA, insulationClass: read.insulationClass }),
          stock,
        ),
      ),
    );
  },

  search(body: SearchRequest) {
    refuseUnknown(body);
    const read = readNameplate(body.plate).plate;
    const { card } = readDataCard({ ...fillsOf(body.line), ...body.typed });
    const winding = unconnectedWindingOf(card);
    const core = coreOf(card);
    const supply = supplyOf(read, card);
    const missing = missingForSearch(core, supply);
    if (!winding || missing) throw badInput([missing ?? missingWinding]);
    const space: SearchSpace = {
      winding,
      core,
      supply,
      stock: body.stock,
      bundles: throughOpening({ mostSizes: body.mostSizes, mostStrands: body.mostStrands }, card.slotOpening),
      limits: { ...DEFAULT_LIMITS, ...present(body.limits) },
      pitches: range(body.spans),
      turns: body.turns,
      circuits: body.circuits,
      connections: body.connections,
      emfRatio: DEFAULT_SETTINGS.emfRatio,
      stackingFactor: DEFAULT_SETTINGS.stackingFactor,
      linerThicknessMm: DEFAULT_SETTINGS.linerThicknessMm,
      wedgeThicknessMm: DEFAULT_SETTINGS.wedgeThicknessMm,
      rank: body.rank,
      keep: body.keep,
    };
    const tooLarge = tooLargeToSearch(space);
    if (tooLarge) throw badInput([tooLarge]);
    const search = new WindingSearch(space);
    if (search.total > MOST_COMBINATIONS)
      throw badInput([
        finding(
          'stop',
          'search.too-large',
          `${search.total} combinations are more than the ${MOST_COMBINATIONS} searched here; narrow spans, turns or wires.`,
          ['spans', 'turns', 'mostStrands'],
        ),
      ]);
    const { best, considered, within, total } = search.step(Infinity);
    return answer({ best, considered, within, total });
  },

  'data-card'({ machine, typed, line, plate }: CardRequest) {
    refuseUnknown({ plate, typed }, machine);
    const kind = machineKind(machine);
    const shorthand = line === undefined ? null : kind.shorthand.read(line);
    const { plate: read, findings } = kind.readPlate(plate);
    const {
      plan,
      moments: _moments,
      ...checked
    } = kind.checkCard({ ...shorthand?.fills, ...typed }, read, true, {});
    return answer({
      shorthand,
      plateFindings: findings,
      ...checked,
      plan: plan && {
        key: plan.key,
        groups: plan.groups,
        joints: plan.joints,
        walk: plan.walk.expected,
        copperKg: plan.copperKg,
        lines: plan.lines,
      },
    });
  },

  test({ machine, kind, typed, plate, card, csv }: TestRequest) {
    refuseUnknown({ plate, typed: card }, machine);
    const strange = unknownFields(TEST_KINDS[kind].fields, typed, TEST_KINDS[kind].title);
    if (strange.length > 0) throw badInput(strange);
    const of = machineKind(machine);
    const read = of.readPlate(plate).plate;
    const { logUnit: unit, logTime: time } = typed as LogWords;
    const opened = csv === undefined ? null : readOvenLog(csv, { unit, time });
    const log = opened && valueOf(opened);
    const checked = card ? of.checkCard(card, read, false, {}) : null;
    const notes = opened ? notesOfLog(opened.findings) : '';
    const outcome = judgeTest(kind, notes ? { ...typed, logNotes: notes } : typed, {
      plate: read,
      plan: checked?.plan ?? null,
      ...(log ? { log } : {}),
    });
    if (!outcome.ok) throw badInput(outcome.findings);
    return answer({ ...outcome, findings: [...(opened?.findings ?? []), ...outcome.findings] });
  },

  'lead-count'({ slots, ...count }: LeadCountRequest) {
    return answer(countLead(slots === undefined ? count : { ...count, slots }));
  },

  'redesign-numbers'({ old, new: changed, hold }: RedesignNumbersRequest) {
    return answer(valueOf(redesignNumbers(old, { ...old, ...present(changed) }, hold)));
  },

  poles({ speedRpm, frequencyHz }: PolesRequest) {
    return answer({ proposed: proposePoles(speedRpm, frequencyHz) });
  },
} as const;
export type Calculation = keyof typeof CALCULATIONS | AddressName;

/** What an address answers with. */
export const calculate = (calculation: Calculation, body: object): object =>
  calculation in ADDRESSES
    ? answer(ADDRESSES[calculation as AddressName].answer(body))
    : CALCULATIONS[calculation as keyof typeof CALCULATIONS](body as never);
