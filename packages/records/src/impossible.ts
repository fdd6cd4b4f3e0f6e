/** What cannot have happened in a record that comes from outside: it would say what nobody did. */
import {
  checkRoute,
  finding,
  hasStation,
  isPublished,
  requiredBefore,
  routeInVersion,
  stationOf,
  stationsOf,
  type Finding,
} from '@norther/core';
import { hasPlace } from './attachment-records.ts';
import type { MotorDocument } from './motor-document.ts';
import { routeOfShape } from './route-records.ts';

/** Clocks of two shops differ by a little. */
const AHEAD_MS = 10 * 60_000;

/**
 * @param now the time here [ms]
 * @returns every time that has not come yet, every station signed before the one it rests on, and everything told twice
 */
export function impossibleIn(document: MotorDocument, now: number): Finding[] {
  const found: Finding[] = [];
  const stop = (code: string, message: string, field: string) => {
    if (found.length < 12) found.push(finding('stop', `file.${code}`, message, [field]));
  };
  const past = (time: string | null, field: string) => {
    if (time !== null && Date.parse(time) > now + AHEAD_MS)
      stop('future', `${field} is ${time}, which has not come yet.`, field);
  };
  const { motor } = document;
  past(motor.arrivedAt, 'motor.arrivedAt');
  past(motor.shippedAt, 'motor.shippedAt');
  past(motor.withdrawnAt, 'motor.withdrawnAt');
  document.windings.forEach((w, i) => past(w.changedAt, `windings.${i}.changedAt`));
  document.readings.forEach((r, i) => past(r.takenAt, `readings.${i}.takenAt`));
  document.attempts.forEach((a, i) => {
    past(a.takenAt, `attempts.${i}.takenAt`);
    past(a.signedAt, `attempts.${i}.signedAt`);
    past(a.endedAt, `attempts.${i}.endedAt`);
  });
  document.parts.forEach((p, i) => {
    past(p.addedAt, `parts.${i}.addedAt`);
    past(p.backAt, `parts.${i}.backAt`);
  });
  document.holds.forEach((h, i) => {
    past(h.raisedAt, `holds.${i}.raisedAt`);
    past(h.clearedAt, `holds.${i}.clearedAt`);
  });
  document.gatePasses.forEach((g, i) => past(g.at, `gatePasses.${i}.at`));
  document.jointMarks.forEach((m, i) => past(m.at, `jointMarks.${i}.at`));
  document.attachments.forEach((a, i) => past(a.addedAt, `attachments.${i}.addedAt`));
  document.history.forEach((e, i) => past(e.at, `history.${i}.at`));

  if (document.route) {
    const { id, version, machine } = document.route;
    if (isPublished(id) || id !== motor.route || version !== motor.routeVersion || machine !== motor.kind)
      stop(
        'wrong-route',
        `The route ${id} ${version} in the file is not the one that the motor goes.`,
        'route',
      );
    const wrong = checkRoute(routeOfShape(document.route), null).find((f) => f.severity === 'stop');
    if (wrong) stop('route-broken', `Nobody can work by the route in the file: ${wrong.message}`, 'route');
  }
  const route = document.route
    ? routeOfShape(document.route)
    : routeInVersion(motor.route, motor.routeVersion);
  if (!route)
    return [
      finding(
        'stop',
        'file.route-unknown',
        `The route ${motor.route} in version ${motor.routeVersion} is not known here: this file is from a newer program.`,
        ['motor.route'],
      ),
    ];
  const astray = document.steps.findIndex((s) => !hasStation(route, s.station));
  if (astray >= 0)
    return [
      finding(
        'stop',
        'file.station-unknown',
        `The route ${route.title} has no station ${document.steps[astray]!.station}.`,
        [`steps.${astray}`],
      ),
    ];
  document.attempts.forEach((a, i) => {
    if (!hasStation(route, a.station))
      stop('no-such-station', `An attempt at ${a.station}, which the route does not have.`, `attempts.${i}`);
  });
  document.attachments.forEach((a, i) => {
    if (!hasPlace(a.place, route, document.readings))
      stop('no-such-place', `A photo belongs to ${a.place}, which is not in the file.`, `attachments.${i}`);
  });
  const signed = new Map<string, number>();
  document.steps.forEach((step, i) => {
    past(step.takenAt, `steps.${i}.takenAt`);
    past(step.signedAt, `steps.${i}.signedAt`);
    if (
      (step.signedAt === null) !== (step.signedOrder === null) ||
      (step.signedAt === null) !== (step.signedBy === null)
    )
      stop('half-signed', `${step.station} is half signed.`, `steps.${i}`);
    if (step.signedOrder !== null) signed.set(step.station, step.signedOrder);
  });
  document.steps.forEach((step, i) => {
    if (step.signedOrder === null) return;
    const before = requiredBefore(route, step.station).flatMap((id) =>
      // A record from before the route had grown a station goes without it.
      stationOf(route, id).addedLater && !signed.has(id) ? requiredBefore(route, id) : [id],
    );
    for (const id of before) {
      const earlier = signed.get(id);
      if (earlier === undefined || earlier > step.signedOrder)
        stop(
          'wrong-order',
          `${stationOf(route, step.station).title} is signed, and ${stationOf(route, id).title.toLowerCase()}, which comes first, is not or later.`,
          `steps.${i}`,
        );
    }
  });
  if ((motor.shippedAt !== null) !== stationsOf(route).some((s) => s.ends === 'visit' && signed.has(s.id)))
    stop('shipped-unsigned', 'Shipped and signed as shipped do not agree.', 'motor.shippedAt');
  const twice = (list: readonly string[], what: string, field: string) => {
    if (new Set(list).size < list.length) stop('twice', `${what} stands in the file twice.`, field);
  };
  twice(
    document.steps.map((s) => s.station),
    'A station',
    'steps',
  );
  twice(
    document.attempts.map((a) => `${a.station} ${a.attempt}`),
    'An attempt',
    'attempts',
  );
  twice(
    document.windings.map((w) => w.role),
    'A winding',
    'windings',
  );
  for (const list of [
    'attempts',
    'parts',
    'steps',
    'windings',
    'holds',
    'gatePasses',
    'readings',
    'jointMarks',
    'attachments',
    'history',
  ] as const)
    twice(
      document[list].map((row) => row.id),
      'A line',
      list,
    );
  return found;
}
