/** Every kind of machine is drawn, and every mark lies on the sheet. */
import { MACHINE_KIND_IDS, machineKind, singlePhase, singlePhasePlanOf } from '@norther/core';
import { describe, expect, it } from 'vitest';
import { boreDrawing, singlePhaseBore, singlePhaseConnection, type Scene } from '../src/index.ts';

const planOf = (id: string, example: number) => {
  const kind = machineKind(id);
  const { plate, card } = kind.examples[example]!;
  return kind.checkCard(card, kind.readPlate(plate).plate, false, {}).plan!;
};
function onTheSheet({ marks, width, height }: Scene) {
  for (const m of marks) {
    if (m.kind === 'text') {
      expect(m.x).toBeGreaterThanOrEqual(0);
      expect(m.x).toBeLessThanOrEqual(width);
      expect(m.y).toBeLessThanOrEqual(height + 2);
      continue;
    }
    expect(m.d).not.toMatch(/NaN|undefined|Infinity/);
  }
}

describe.each(MACHINE_KIND_IDS.flatMap((id) => machineKind(id).examples.map((_, i) => [id, i] as const)))(
  '%s, example %i',
  (id, example) => {
    it.each([200, 480])('is drawn round the bore at %i', (size) => {
      const scene = boreDrawing(planOf(id, example), { size });
      expect(scene.marks.length).toBeGreaterThan(20);
      onTheSheet(scene);
    });
  },
);

describe('a single-phase winding', () => {
  const plans = singlePhase.examples.map((_, i) => singlePhasePlanOf(planOf('single-phase', i))!);
  const textsOf = (scene: Scene) => scene.marks.flatMap((m) => (m.kind === 'text' ? [m.text] : []));
  it.each([0, 1])(
    'shows every group, the turns of one group of each winding, and its poles: example %i',
    (i) => {
      const plan = plans[i]!;
      const texts = textsOf(singlePhaseBore(plan, { size: 480 }));
      for (const group of plan.groups) expect(texts).toContain(group.name);
      for (const turns of [...plan.main.turns, ...plan.start.turns]) expect(texts).toContain(String(turns));
      for (const slot of ['1', String(plan.slots)]) expect(texts).toContain(slot);
    },
  );
  it.each([0, 1])(
    'is drawn to connect by, every joint with its number and every lead with its mark: example %i',
    (i) => {
      const plan = plans[i]!;
      const scene = singlePhaseConnection(plan, {
        size: 640,
        chosenJoint: 2,
        states: new Map([[1, 'made']]),
        readings: ['N', 'S'],
        wrongGroups: [2],
        nextGroup: 3,
      });
      onTheSheet(scene);
      const texts = textsOf(scene);
      for (const j of plan.joints) {
        expect(texts).toContain(String(j.number));
        if (j.lead) expect(texts).toContain(j.lead);
      }
      const jointMarks = scene.marks.filter((m) => m.of === 'joint-2' && m.kind === 'path');
      expect(jointMarks.every((m) => m.kind === 'path' && m.stroke === 'copper')).toBe(true);
    },
  );
});
