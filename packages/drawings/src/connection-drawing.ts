/** The connection drawn to connect by: groups round the bore, jumpers, star, leads. */
import type { ConnectionList, GroupEnd, Joint, LapLayout, Phase } from '@norther/core';
import type { Mark, Scene } from './scene.ts';
import { arcPath, fixed, PHASE_INK, phaseLine, polar, polyline, poleShoe } from './phase-style.ts';

export interface ConnectionOptions {
  readonly size: number;
  readonly chosenJoint?: number | null;
}

interface Run {
  readonly joint: Joint;
  readonly from: number;
  readonly to: number;
  lane: number;
}

const TURN = 2 * Math.PI;
/** Where the leads leave: three o'clock. */
const EXIT = Math.PI / 2;

export function connectionDrawing(
  layout: LapLayout,
  list: ConnectionList,
  { size, chosenJoint = null }: ConnectionOptions,
): Scene {
  const c = size / 2;
  const groups = layout.groups;
  const slice = TURN / groups.length;
  const rIn = size * 0.235;
  const rOut = size * 0.295;
  const marks: Mark[] = [];
  /** Joint numbers lie above every conductor. */
  const discs: Mark[] = [];
  const middleOf = (group: number) => (group - 1) * slice;
  const half = Math.min(slice * 0.34, 0.24);
  const angleOf = (e: GroupEnd) => middleOf(e.group) + (e.end === 's' ? -half : half) * 0.72;

  const runs: Run[] = list.joints.map((joint) => ({ joint, ...spanOf(joint), lane: 0 }));
  const jumperLanes = placeLanes(runs.filter((r) => r.joint.kind === 'jumper'));
  const starLanes = runs.some((r) => r.joint.kind === 'star') ? 1 : 0;
  const leadLanes = 3;
  const room = size * 0.462 - rOut - size * 0.035;
  const gap = room / (jumperLanes + starLanes + leadLanes + 0.5);
  const laneRadius = (lane: number) => rOut + size * 0.03 + gap * lane;
  for (const run of runs) {
    if (run.joint.kind === 'star') run.lane = jumperLanes;
    if (run.joint.kind === 'lead')
      run.lane = jumperLanes + starLanes + 'UVW'.indexOf(run.joint.phase!) + 0.35;
  }
  for (let lane = 0; lane < jumperLanes + starLanes; lane++)
    marks.push({
      kind: 'path',
      d: `M${fixed(c)} ${fixed(c - laneRadius(lane))}A${fixed(laneRadius(lane))} ${fixed(laneRadius(lane))} 0 1 1 ${fixed(c - 0.01)} ${fixed(c - laneRadius(lane))}`,
      stroke: 'grid',
      width: 0.75,
    });
  for (const run of runs) if (run.joint.number !== chosenJoint) drawRun(run, false);
  for (const run of runs) if (run.joint.number === chosenJoint) drawRun(run, true);
  marks.push(...discs);
  for (const group of groups) {
    const m = middleOf(group.number);
    marks.push(...block(m - half, m + half, group.phase, group.name, group.number));
    for (const end of ['s', 'f'] as const) {
      const [x, y] = polar(
        c,
        c,
        rOut + size * 0.013,
        angleOf({ group: group.number, end }) + (end === 's' ? -0.035 : 0.035),
      );
      marks.push({
        kind: 'text',
        x,
        y: y + 4,
        text: end,
        size: Math.max(9, Math.min(12, size * 0.018)),
        ink: 'graphite',
        face: 'figures',
        anchor: 'middle',
      });
    }
    const [px, py] = polar(c, c, rIn - size * 0.035, m);
    marks.push(...poleShoe(px, py, Math.min(20, size * 0.03, slice * rIn * 0.5), m, group.polarity));
    const [tx, ty] = polar(c, c, rIn - size * 0.08, m);
    const slots = group.coils;
    marks.push({
      kind: 'text',
      x: tx,
      y: ty + 4,
      text: slots.length > 1 ? `${slots[0]}–${slots[slots.length - 1]}` : String(slots[0]),
      size: Math.max(9, Math.min(12, slice * rIn * 0.26)),
      ink: 'pencil',
      face: 'figures',
      anchor: 'middle',
    });
  }
  return {
    title: `Connection from the connection end: ${layout.slots} slots, ${layout.poles} poles, ${list.circuits} ${list.connection === 'star' ? 'Y' : 'Δ'}`,
    width: size,
    height: size,
    marks,
  };

  /** The shortest stretch of the circle that holds every end of a joint, and the exit for a lead. */
  function spanOf(joint: Joint): { from: number; to: number } {
    const angles = joint.ends.map(angleOf);
    if (joint.kind === 'lead') angles.push(EXIT);
    const sorted = angles.map((a) => ((a % TURN) + TURN) % TURN).sort((a, b) => a - b);
    let widest = 0;
    let after = 0;
    sorted.forEach((a, i) => {
      const next = i + 1 < sorted.length ? sorted[i + 1]! : sorted[0]! + TURN;
      if (next - a > widest) {
        widest = next - a;
        after = i + 1;
      }
    });
    const from = sorted[after % sorted.length]!;
    return { from, to: from + TURN - widest };
  }

  function placeLanes(jumpers: Run[]): number {
    const lanes: Run[][] = [];
    const overlaps = (a: Run, b: Run) =>
      [-TURN, 0, TURN].some((t) => a.from - 0.06 < b.to + t && b.from + t < a.to + 0.06);
    for (const run of jumpers.sort((a, b) => a.to - a.from - (b.to - b.from))) {
      const lane = lanes.findIndex((l) => l.every((other) => !overlaps(run, other)));
      if (lane >= 0) {
        run.lane = lane;
        lanes[lane]!.push(run);
      } else {
        run.lane = lanes.length;
        lanes.push([run]);
      }
    }
    return Math.max(1, lanes.length);
  }

  function drawRun(run: Run, chosen: boolean) {
    const { joint } = run;
    const r = laneRadius(run.lane);
    const of = `joint-${joint.number}`;
    const width = chosen ? 4.5 : Math.max(1.8, size / 260);
    const draw = (d: string, phase: Phase | null) => {
      marks.push({ kind: 'path', d, stroke: 'paper', width: width + 3, of });
      if (chosen) marks.push({ kind: 'path', d, stroke: 'copper', width, of });
      else if (phase) marks.push(...phaseLine(d, phase, width, of));
      else marks.push({ kind: 'path', d, stroke: 'graphite', width: width * 0.8, dash: '14 3 2 3', of });
    };
    draw(arcPath(c, c, r, run.from, run.to), joint.kind === 'star' ? null : joint.phase);
    for (const e of joint.ends) {
      const a = angleOf(e);
      draw(polyline([polar(c, c, rOut, a), polar(c, c, r, a)]), groups[e.group - 1]!.phase);
      if (joint.kind !== 'jumper') dot(r, a, chosen);
    }
    if (joint.kind === 'lead') {
      // The three leads leave one above the other, so that they do not lie on one another.
      const order = 'UVW'.indexOf(joint.phase!) - 1;
      const exit = EXIT + order * 0.12;
      draw(polyline([polar(c, c, r, exit), [size - 30, c + order * size * 0.06]]), joint.phase);
      dot(r, exit, chosen);
      marks.push(
        {
          kind: 'path',
          d: `M${size - 32} ${fixed(c + order * size * 0.06 - 10)}h32v20h-32Z`,
          stroke: PHASE_INK[joint.phase!],
          fill: joint.phase === 'U' ? 'ink' : 'paper',
          width: 1.5,
          of,
          ...(joint.phase === 'W' ? { dash: '4 2' } : {}),
        },
        {
          kind: 'text',
          x: size - 16,
          y: c + order * size * 0.06 + 4.5,
          text: joint.lead!,
          size: 13,
          ink: joint.phase === 'U' ? 'paper' : PHASE_INK[joint.phase!],
          face: 'figures',
          bold: true,
          anchor: 'middle',
          of,
        },
      );
    }
    const at = joint.kind === 'lead' ? run.from + (run.to - run.from) * 0.3 : (run.from + run.to) / 2;
    const [x, y] = polar(c, c, r, at);
    const disc = Math.max(7, Math.min(10.5, size / 62));
    discs.push(
      {
        kind: 'path',
        d: `M${fixed(x - disc)} ${fixed(y)}a${fixed(disc)} ${fixed(disc)} 0 1 1 ${fixed(2 * disc)} 0a${fixed(disc)} ${fixed(disc)} 0 1 1 ${fixed(-2 * disc)} 0Z`,
        fill: 'paper',
        stroke: chosen ? 'copper' : 'graphite',
        width: chosen ? 3 : 1.2,
        of,
      },
      {
        kind: 'text',
        x,
        y: y + disc * 0.42,
        text: String(joint.number),
        size: disc * 1.2,
        ink: chosen ? 'copper' : 'ink',
        face: 'figures',
        bold: true,
        anchor: 'middle',
        of,
      },
    );
  }
  function dot(r: number, a: number, chosen: boolean) {
    const [x, y] = polar(c, c, r, a);
    marks.push({
      kind: 'path',
      d: `M${fixed(x - 3.6)} ${fixed(y)}a3.6 3.6 0 1 1 7.2 0a3.6 3.6 0 1 1 -7.2 0Z`,
      fill: chosen ? 'copper' : 'ink',
    });
  }
  function block(from: number, to: number, phase: Phase, name: string, group: number): Mark[] {
    const ring = (inner: number, outer: number, a: number, b: number) => {
      const [x0, y0] = polar(c, c, inner, a);
      const [x1, y1] = polar(c, c, outer, a);
      const [x2, y2] = polar(c, c, outer, b);
      const [x3, y3] = polar(c, c, inner, b);
      return `M${fixed(x0)} ${fixed(y0)}L${fixed(x1)} ${fixed(y1)}A${fixed(outer)} ${fixed(outer)} 0 0 1 ${fixed(x2)} ${fixed(y2)}L${fixed(x3)} ${fixed(y3)}A${fixed(inner)} ${fixed(inner)} 0 0 0 ${fixed(x0)} ${fixed(y0)}Z`;
    };
    const of = `group-${group}`;
    const [tx, ty] = polar(c, c, (rIn + rOut) / 2, (from + to) / 2);
    const text = Math.max(9, Math.min(17, (to - from) * rIn * 0.42));
    const inset = Math.min(0.03, (to - from) * 0.12);
    return [
      {
        kind: 'path',
        d: ring(rIn, rOut, from, to),
        stroke: PHASE_INK[phase],
        fill: phase === 'U' ? 'ink' : 'paper',
        width: 2,
        of,
        ...(phase === 'W' ? { dash: '5 3' } : {}),
      },
      ...(phase === 'V'
        ? [
            {
              kind: 'path',
              d: ring(rIn + 4, rOut - 4, from + inset, to - inset),
              stroke: 'blue',
              width: 1,
              of,
            } as const,
          ]
        : []),
      {
        kind: 'text',
        x: tx,
        y: ty + text * 0.35,
        text: name,
        size: text,
        ink: phase === 'U' ? 'paper' : PHASE_INK[phase],
        face: 'figures',
        bold: true,
        anchor: 'middle',
        of,
      },
    ];
  }
}
