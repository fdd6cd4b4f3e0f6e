/** The connection drawn to connect by: groups round the bore, jumpers, star, leads, and what has been proven of it. */
import type { ConnectionList, GroupEnd, Joint, Phase, WalkReading, WindingLayout } from '@norther/core';
import type { Mark, Scene } from './scene.ts';
import { arcPath, fixed, PHASE_INK, phaseLine, polar, polyline } from './phase-style.ts';
import { poleShoes } from './pole-shoe.ts';
import { laneRuns, TURN, type Run } from './joint-lanes.ts';

export type JointState = 'made' | 'wrong';

export interface ConnectionOptions {
  readonly size: number;
  readonly chosenJoint?: number | null;
  /** Joints already made, or recorded wrong. */
  readonly states?: ReadonlyMap<number, JointState>;
  /** What a compass showed at each group; index group number − 1. */
  readonly readings?: readonly WalkReading[];
  /** Groups that read wrong, and the one to read next. */
  readonly wrongGroups?: readonly number[];
  readonly nextGroup?: number | null;
  /** Current through each group, s to f, of a traced direct current. */
  readonly current?: readonly number[] | null;
  /** Where the leads leave, as on a clock. */
  readonly exitClock?: number;
  /** The whole drawing turned, as the stator lies on the bench [radians]. */
  readonly turn?: number;
}

export function connectionDrawing(
  layout: WindingLayout,
  list: ConnectionList,
  options: ConnectionOptions,
): Scene {
  const { size, chosenJoint = null, states, readings, current, turn = 0 } = options;
  const c = size / 2;
  const groups = layout.groups;
  const slice = TURN / groups.length;
  const exitAt = ((options.exitClock ?? 3) / 12) * TURN + turn;
  const middleOf = (group: number) => (group - 1) * slice + turn;
  const half = Math.min(slice * 0.34, 0.24);
  const angleOf = (e: GroupEnd) => middleOf(e.group) + (e.end === 's' ? -half : half) * 0.72;
  const leads = list.joints.filter((j) => j.kind === 'lead');
  const exitStep = Math.min(0.12, 0.95 / leads.length);
  const exitOf = (joint: Joint) => exitAt + (leads.indexOf(joint) - (leads.length - 1) / 2) * exitStep;

  const { runs, lanes } = laneRuns(list.joints, angleOf, exitOf);
  // Many lanes need room: the groups then move towards the middle.
  const rIn = size * (lanes > 16 ? 0.15 : lanes > 10 ? 0.19 : 0.235);
  const rOut = rIn + size * 0.058;
  const rLead = size * 0.452;
  const gap = (rLead - rOut - size * 0.05) / Math.max(1, lanes);
  const laneRadius = (lane: number) => rOut + size * 0.03 + gap * lane;
  const live = (joint: Joint) => current != null && joint.ends.some((e) => current[e.group - 1] !== 0);

  const marks: Mark[] = [];
  /** Joint numbers lie above every conductor. */
  const discs: Mark[] = [];
  for (let lane = 0; lane < lanes; lane++) marks.push(ring(laneRadius(lane), 'grid', 0.75));
  for (const run of runs) if (run.joint.number !== chosenJoint) drawRun(run, false);
  for (const run of runs) if (run.joint.number === chosenJoint) drawRun(run, true);
  marks.push(...discs);
  for (const group of groups) drawGroup(group.number);
  if (options.nextGroup) compass(middleOf(options.nextGroup));
  return {
    title: `Connection from the connection end: ${layout.slots} slots, ${layout.poles} poles, ${list.circuits} ${list.connection === 'star' ? 'Y' : 'Δ'}`,
    width: size,
    height: size,
    marks,
  };

  function ring(r: number, stroke: 'grid' | 'graphite', width: number): Mark {
    return {
      kind: 'path',
      d: `M${fixed(c)} ${fixed(c - r)}A${fixed(r)} ${fixed(r)} 0 1 1 ${fixed(c - 0.01)} ${fixed(c - r)}`,
      stroke,
      width,
    };
  }

  function drawGroup(number: number) {
    const group = groups[number - 1]!;
    const m = middleOf(number);
    const amperes = current?.[number - 1] ?? 0;
    const wrong = options.wrongGroups?.includes(number) ?? false;
    const next = options.nextGroup === number;
    marks.push(...block(m - half, m + half, group.phase, group.name, number, wrong, amperes !== 0));
    const small = Math.max(9, Math.min(12, size * 0.018));
    if (slice * rOut > 22)
      for (const end of ['s', 'f'] as const) {
        const at = angleOf({ group: number, end }) + (end === 's' ? -0.035 : 0.035);
        text(polar(c, c, rOut + size * 0.013, at), end, small, 'graphite');
      }
    const shoe = Math.min(20, size * 0.03, slice * rIn * 0.6);
    const reading = readings?.[number - 1] ?? null;
    const shown = current ? (amperes > 0 ? 'N' : amperes < 0 ? 'S' : null) : reading;
    const [px, py] = polar(c, c, rIn - size * 0.03, m);
    if (shown === 'N' || shown === 'S')
      marks.push(
        ...poleShoes(
          [{ x: px, y: py, size: shoe, angle: m, polarity: shown }],
          wrong ? 'carmine' : current ? 'copper' : 'ink',
        ),
      );
    else if (shown === '0') text([px, py], '0', shoe * 0.8, wrong ? 'carmine' : 'ink');
    else if (next) text([px, py], '?', shoe, 'copper');
    else if (!current)
      marks.push(
        ...poleShoes([{ x: px, y: py, size: shoe * 0.8, angle: m, polarity: group.polarity }], 'pencil'),
      );
    const slots = group.coils.map((n) => layout.coils[n - 1]!.topSlot);
    const [first, last] = [slots[0]!, slots.at(-1)!];
    if (slice * rIn > 20 && !options.nextGroup) {
      const r = rIn - size * 0.075;
      // Over and under the middle neighbours stand side by side: where first and last do not fit, the first alone.
      const range = slots.length > 1 && slice * r * 0.2 >= 8.5;
      text(
        polar(c, c, r, m),
        range ? `${first}–${last}` : String(first),
        range ? Math.min(12, slice * r * 0.2) : Math.max(8.5, Math.min(12, slice * r * 0.35)),
        'pencil',
      );
    }
  }

  function compass(to: number) {
    const r = Math.min(size * 0.12, rIn * 0.5);
    marks.push(ring(r, 'graphite', 1));
    const tip = (a: number, k: number) => polar(c, c, r * k, a);
    marks.push(
      {
        kind: 'path',
        d: `${polyline([tip(to, 0.9), tip(to + Math.PI / 2, 0.13), tip(to - Math.PI / 2, 0.13)])}Z`,
        fill: 'copper',
      },
      {
        kind: 'path',
        d: `${polyline([tip(to + Math.PI, 0.9), tip(to + Math.PI / 2, 0.13), tip(to - Math.PI / 2, 0.13)])}Z`,
        stroke: 'ink',
        fill: 'paper',
        width: 1.2,
      },
    );
  }

  function text(
    [x, y]: readonly [number, number],
    words: string,
    textSize: number,
    ink: 'graphite' | 'pencil' | 'carmine' | 'copper' | 'ink',
  ) {
    marks.push({
      kind: 'text',
      x,
      y: y + textSize * 0.34,
      text: words,
      size: textSize,
      ink,
      face: 'figures',
      anchor: 'middle',
    });
  }

  function drawRun(run: Run, chosen: boolean) {
    const { joint } = run;
    const r = laneRadius(run.lane);
    const of = `joint-${joint.number}`;
    const state = states?.get(joint.number);
    const lit = chosen || live(joint);
    const width = chosen ? 4.5 : Math.max(1.4, Math.min(2.8, gap * 0.22));
    const draw = (d: string, phase: Phase | null) => {
      marks.push({ kind: 'path', d, stroke: 'paper', width: width + 3, of });
      if (lit) marks.push({ kind: 'path', d, stroke: 'copper', width, of });
      else if (state === 'wrong')
        marks.push({ kind: 'path', d, stroke: 'carmine', width: width * 1.3, dash: '5 3', of });
      else if (phase) marks.push(...phaseLine(d, phase, width, of));
      else marks.push({ kind: 'path', d, stroke: 'graphite', width: width * 0.8, dash: '14 3 2 3', of });
    };
    draw(arcPath(c, c, r, run.from, run.to), joint.kind === 'star' ? null : joint.phase);
    for (const e of joint.ends) {
      const a = angleOf(e);
      draw(polyline([polar(c, c, rOut, a), polar(c, c, r, a)]), groups[e.group - 1]!.phase);
      if (joint.kind !== 'jumper') dot(r, a, lit);
    }
    if (joint.kind === 'lead') {
      const exit = exitOf(joint);
      draw(polyline([polar(c, c, r, exit), polar(c, c, rLead, exit)]), joint.phase);
      dot(r, exit, lit);
      leadBox(joint, exit, of);
    }
    const share = joint.kind === 'lead' ? 0.3 : 0.5;
    const [x, y] = polar(c, c, r, run.from + (run.to - run.from) * share);
    const disc = Math.max(6.5, Math.min(10.5, size / 62, gap * 0.8));
    const done = state === 'made' && !chosen;
    discs.push(
      {
        kind: 'path',
        d: circleAt(x, y, disc),
        fill: done ? 'graphite' : 'paper',
        stroke: chosen ? 'copper' : state === 'wrong' ? 'carmine' : 'graphite',
        width: chosen || state === 'wrong' ? 2.6 : 1.2,
        of,
      },
      {
        kind: 'text',
        x,
        y: y + disc * 0.42,
        text: String(joint.number),
        size: disc * (joint.number > 99 ? 0.95 : 1.2),
        ink: done ? 'paper' : chosen ? 'copper' : state === 'wrong' ? 'carmine' : 'ink',
        face: 'figures',
        bold: true,
        anchor: 'middle',
        of,
      },
    );
  }

  function leadBox(joint: Joint, exit: number, of: string) {
    const [x, y] = polar(c, c, rLead + size * 0.023, exit);
    const [w, h] = leads.length > 6 ? [26, 16] : [32, 20];
    const phase = joint.phase!;
    marks.push(
      {
        kind: 'path',
        d: `M${fixed(x - w / 2)} ${fixed(y - h / 2)}h${w}v${h}h${-w}Z`,
        stroke: PHASE_INK[phase],
        fill: phase === 'U' ? 'ink' : 'paper',
        width: 1.5,
        of,
        ...(phase === 'W' ? { dash: '4 2' } : {}),
      },
      {
        kind: 'text',
        x,
        y: y + (leads.length > 6 ? 4 : 4.6),
        text: joint.lead!,
        size: leads.length > 6 ? 11 : 13,
        ink: phase === 'U' ? 'paper' : PHASE_INK[phase],
        face: 'figures',
        bold: true,
        anchor: 'middle',
        of,
      },
    );
  }

  function circleAt(x: number, y: number, r: number) {
    return `M${fixed(x - r)} ${fixed(y)}a${fixed(r)} ${fixed(r)} 0 1 1 ${fixed(2 * r)} 0a${fixed(r)} ${fixed(r)} 0 1 1 ${fixed(-2 * r)} 0Z`;
  }
  function dot(r: number, a: number, lit: boolean) {
    const [x, y] = polar(c, c, r, a);
    marks.push({ kind: 'path', d: circleAt(x, y, gap < 10 ? 2.6 : 3.6), fill: lit ? 'copper' : 'ink' });
  }
  function block(
    from: number,
    to: number,
    phase: Phase,
    name: string,
    group: number,
    wrong: boolean,
    lit: boolean,
  ): Mark[] {
    const wall = (inner: number, outer: number, a: number, b: number) => {
      const [x0, y0] = polar(c, c, inner, a);
      const [x1, y1] = polar(c, c, outer, a);
      const [x2, y2] = polar(c, c, outer, b);
      const [x3, y3] = polar(c, c, inner, b);
      return `M${fixed(x0)} ${fixed(y0)}L${fixed(x1)} ${fixed(y1)}A${fixed(outer)} ${fixed(outer)} 0 0 1 ${fixed(x2)} ${fixed(y2)}L${fixed(x3)} ${fixed(y3)}A${fixed(inner)} ${fixed(inner)} 0 0 0 ${fixed(x0)} ${fixed(y0)}Z`;
    };
    const of = `group-${group}`;
    const [tx, ty] = polar(c, c, (rIn + rOut) / 2, (from + to) / 2);
    const size0 = Math.max(8.5, Math.min(17, (to - from) * rIn * 0.42));
    const inset = Math.min(0.03, (to - from) * 0.12);
    const stroke = wrong ? 'carmine' : lit ? 'copper' : PHASE_INK[phase];
    return [
      {
        kind: 'path',
        d: wall(rIn, rOut, from, to),
        stroke,
        fill: phase === 'U' ? 'ink' : 'paper',
        width: wrong || lit ? 3.2 : 2,
        of,
        ...(phase === 'W' ? { dash: '5 3' } : {}),
      },
      ...(phase === 'V'
        ? [
            {
              kind: 'path',
              d: wall(rIn + 4, rOut - 4, from + inset, to - inset),
              stroke: 'blue',
              width: 1,
              of,
            } as const,
          ]
        : []),
      {
        kind: 'text',
        x: tx,
        y: ty + size0 * 0.35,
        text: name,
        size: size0,
        ink: phase === 'U' ? 'paper' : PHASE_INK[phase],
        face: 'figures',
        bold: true,
        anchor: 'middle',
        of,
      },
    ];
  }
}
