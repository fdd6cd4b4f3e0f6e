/**
 * Whether a shop can work by a route of its own, and what the route it was copied from had and it has not.
 * Source: rules of this program; what a route should not go without is common practice, no source.
 */
import { finding, type Finding } from '../../language/quantity/index.ts';
import { machineKind } from '../../machine-kinds/index.ts';
import { STAGES, TEST_KINDS } from '../../test-kinds/index.ts';
import type { Field } from '../../language/forms/index.ts';
import { bodyIn, STRETCHES, stretchOf } from './edit-route.ts';
import { stationsOf, type Route } from './route.ts';
import type { Station } from './station.ts';
import { requiredBefore } from './track-state.ts';

/** More than any shop works by: a screen shows them, and a list is looked through. */
export const MOST_STATIONS = 60;

/**
 * @param model the route it was copied from, or null where there is none here to hold it against
 * @returns `stop`: it cannot be worked by; `watch`: it goes without something that its model has
 */
export function checkRoute(route: Route, model: Route | null): Finding[] {
  const found: Finding[] = [];
  const stop = (code: string, message: string, field: string, because?: string) =>
    found.push(finding('stop', `route.${code}`, message, [field], because));
  const stations = stationsOf(route);
  const moments: readonly string[] = machineKind(route.machine).moments.map((m) => m.id);
  if (!route.title.trim()) stop('no-title', 'Give the route a name.', 'title');
  if (stations.length > MOST_STATIONS)
    stop('too-long', `${stations.length} stations are more than ${MOST_STATIONS}.`, 'stations');
  for (const id of twice(stations.map((s) => s.id)))
    stop('station-twice', `The station ${id} is on the route twice.`, id);
  for (const name of twice(stations.map((s) => s.name.trim().toLowerCase())))
    stop('name-twice', `Two stations are called “${name}”: nobody can tell them apart on the floor.`, 'name');
  for (const stretch of STRETCHES) {
    const list = stretchOf(route, stretch);
    if (list.length === 0)
      stop('stretch-empty', `${STRETCH_WORDS[stretch]} has no station left: it needs one at least.`, stretch);
    for (const s of list) {
      if (s.body !== bodyIn(stretch))
        stop(
          'wrong-body',
          `${s.name} works on the ${s.body} and stands among those of the ${bodyIn(stretch)}.`,
          s.id,
        );
      for (const message of wrongIn(s)) stop('station-incomplete', `${s.name || s.id}: ${message}`, s.id);
    }
  }
  const ends = stations.filter((s) => s.ends === 'visit');
  if (ends.length !== 1 || route.closing.at(-1)?.ends !== 'visit')
    stop(
      'no-end',
      'Exactly one station ends the visit, and it is the last one: the motor leaves there.',
      'closing',
    );
  for (const gate of route.gates) {
    const at = stations.filter((s) => s.gate === gate.id);
    if (at.length !== 1)
      stop(
        'gate-place',
        `${gate.title} stands before ${at.length} stations: a gate stands before one.`,
        gate.id,
      );
    if (gate.wants.length === 0)
      stop('gate-empty', `${gate.title} asks for nothing: it would always be open.`, gate.id);
    const earlier = at.flatMap((s) => [...before(route, s.id)]);
    for (const want of gate.wants) {
      if (!('test' in want)) {
        if (!moments.includes(want.card))
          stop(
            'gate-moment',
            `${gate.title} asks for the card before ${want.card}, and there is no such moment.`,
            gate.id,
          );
        continue;
      }
      const test = TEST_KINDS[want.test];
      if (!test.stages.includes(want.stage))
        stop('gate-stage', `${test.title} is not made ${STAGES[want.stage]}.`, gate.id);
      else if (
        !stations.some(
          (s) =>
            earlier.includes(s.id) && s.tests.some((t) => t.kind === want.test && t.stage === want.stage),
        )
      )
        stop(
          'gate-never-open',
          `${gate.title} asks for ${test.title.toLowerCase()}, ${STAGES[want.stage]}, and no station before it asks for that test.`,
          gate.id,
          'Nobody would be told to measure it, and the gate would only ever be passed with a reason.',
        );
    }
  }
  for (const s of stations)
    if (s.gate !== undefined && !route.gates.some((g) => g.id === s.gate))
      stop('gate-unknown', `${s.name} waits for a gate that the route does not have.`, s.id);
  return model ? [...found, ...lessThan(route, model)] : found;
}

const STRETCH_WORDS = {
  opening: 'The way in',
  stator: 'The stator’s track',
  rotor: 'The rotor’s track',
  closing: 'The way out',
} as const;

/** Every station that is signed before this one. */
function before(route: Route, id: string): Set<string> {
  const seen = new Set<string>();
  const look = [id];
  for (let next = look.pop(); next !== undefined; next = look.pop())
    for (const earlier of requiredBefore(route, next))
      if (!seen.has(earlier)) {
        seen.add(earlier);
        look.push(earlier);
      }
  return seen;
}

function wrongIn(station: Station): string[] {
  const wrong: string[] = [];
  if (!station.name.trim()) wrong.push('it needs a short name for the floor.');
  if (!station.title.trim()) wrong.push('say what is done there.');
  if (!station.todo.some((line) => line.trim())) wrong.push('it needs one line at least of what to do.');
  if (station.signedBy?.length === 0) wrong.push('nobody may sign it.');
  if (station.standardMinutes !== undefined && !(station.standardMinutes > 0))
    wrong.push('its usual time is more than 0 minutes.');
  for (const { kind, stage } of station.tests)
    if (!TEST_KINDS[kind].stages.includes(stage))
      wrong.push(`${TEST_KINDS[kind].title} is not made ${STAGES[stage]}.`);
  for (const id of twice(station.record.map((f) => f.id))) wrong.push(`it records ${id} twice.`);
  for (const field of station.record) {
    const message = wrongField(field);
    if (message) wrong.push(message);
  }
  return wrong;
}

function wrongField(field: Field): string | null {
  const name = field.label.trim() || field.id;
  if (!field.label.trim()) return `a field of its record has no label.`;
  if (
    field.kind === 'choice' &&
    (field.options.length < 2 || twice(field.options.map((o) => o.value)).length > 0)
  )
    return `${name} needs two different answers at least.`;
  if (field.kind === 'quantity') {
    if (!(field.min < field.max)) return `${name}: its least is not below its most.`;
    const { least = field.min, most = field.max } = field.usual ?? {};
    if (!(least <= most) || least < field.min || most > field.max)
      return `${name}: what is usual lies between what is possible, ${field.min} and ${field.max}.`;
  }
  return null;
}

/** What the model has that this one has not: allowed, and never without saying so. */
function lessThan(route: Route, model: Route): Finding[] {
  const found: Finding[] = [];
  const stations = stationsOf(route);
  const watch = (code: string, message: string, field: string, because?: string) =>
    found.push(finding('watch', `route.${code}`, message, [field], because));
  for (const gate of model.gates) {
    const own = route.gates.find((g) => g.id === gate.id);
    if (!own) {
      watch('gate-left-out', `${gate.title} is left out.`, gate.id, firstConsequence(gate.wants));
      continue;
    }
    for (const want of gate.wants)
      if (!own.wants.some((w) => sameWant(w, want)))
        watch(
          'want-left-out',
          `${gate.title} does not ask for ${'test' in want ? `${TEST_KINDS[want.test].title.toLowerCase()}, ${STAGES[want.stage]}` : 'the card'} any more.`,
          gate.id,
          'test' in want ? want.consequence : undefined,
        );
  }
  const asked = stations.flatMap((s) => s.tests.map((t) => `${t.kind} ${t.stage}`));
  const recorded = new Set(stations.flatMap((s) => s.record.map((f) => f.id)));
  for (const s of stationsOf(model)) {
    const own = stations.find((x) => x.id === s.id);
    if (!own) watch('station-left-out', `${s.title} is left out.`, s.id);
    else if (s.caution && !own.caution)
      watch(
        'caution-left-out',
        `${own.name} goes without its caution: ${s.caution.name.toLowerCase()}.`,
        s.id,
      );
    for (const { kind, stage } of s.tests)
      if (!asked.includes(`${kind} ${stage}`))
        watch(
          'test-left-out',
          `${TEST_KINDS[kind].title}, ${STAGES[stage]}, is asked for at no station.`,
          s.id,
        );
    for (const field of s.record)
      if (own && !recorded.has(field.id))
        watch('record-left-out', `${own.name} does not record ${field.label.toLowerCase()} any more.`, s.id);
  }
  return found;
}

type Want = Route['gates'][number]['wants'][number];
const sameWant = (a: Want, b: Want) =>
  'test' in a ? 'test' in b && a.test === b.test && a.stage === b.stage : 'card' in b && a.card === b.card;
const firstConsequence = (wants: readonly Want[]) =>
  wants.flatMap((w) => ('test' in w ? w.consequence : []))[0];

const twice = (list: readonly string[]): string[] => [...new Set(list.filter((x, i) => list.indexOf(x) < i))];
