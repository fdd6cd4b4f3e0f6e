/** Tests that show more than a form and scales: what stands above the form, and beside the verdict. */
import type { TestContext, TestKindId } from '@norther/core';
import { lazy, type ComponentType } from 'react';
import type { MotorFile, ShownReading } from '../app/api.ts';

export interface TestViewProps {
  readonly file: MotorFile;
  readonly latest: ShownReading | null;
  readonly typed: Readonly<Record<string, string>>;
  /** What it is taken with, where that is said. */
  readonly instrument: string | null;
  /** Something is typed that is not kept yet. */
  readonly open: boolean;
  readonly context: TestContext;
  readonly type: (fields: Record<string, string>) => void;
}

interface TestView {
  readonly Above?: ComponentType<TestViewProps>;
  /** It draws by itself how to connect. */
  readonly connects?: true;
  readonly Beside?: ComponentType<TestViewProps>;
  /** Fields that are folded away, and what they are called together. */
  readonly folds?: { readonly title: string; readonly fields: readonly string[] };
  /** Fields that the view itself edits. */
  readonly edits?: readonly string[];
}

const PLACE_RINGS = { title: 'How each place rings', fields: ['rings'] };
const surge = () => import('./surge/surge-view.tsx');

export const VIEWS: Partial<Record<TestKindId, TestView>> = {
  surge: {
    Above: lazy(async () => ({ default: (await surge()).SurgeChart })),
    connects: true,
    Beside: lazy(async () => ({ default: (await surge()).SurgeBeside })),
    folds: {
      title: 'Typed by hand',
      fields: [
        'areaUV',
        'areaVW',
        'areaWU',
        'waveTime',
        'fileNotes',
        'waveNotes',
        ...['U', 'V', 'W'].flatMap((p) => [`ring${p}`, `damping${p}`, `pulse${p}`, `leaves${p}`]),
      ],
    },
  },
  'armature-surge': { folds: PLACE_RINGS },
  'field-surge': { folds: PLACE_RINGS },
  insulation: {
    folds: { title: 'The curve of ten minutes', fields: ['byMinute'] },
  },
  balance: {
    Above: lazy(async () => ({ default: (await import('./balance/balance-view.tsx')).BalanceAbove })),
    folds: {
      title: 'Rotor, planes and places',
      fields: [
        'bearingSpan',
        'centreFromDrive',
        'planeAAt',
        'planeBAt',
        'radiusA',
        'radiusB',
        'places',
        'firstPlace',
        'step',
        'reads',
        'angleOf',
        'sense',
        ...['takeBy', 'drill', 'faceRadius', 'cutLength', 'deepest', 'metal'],
        ...['coefficients', 'unphased'],
      ],
    },
    edits: ['runs'],
  },
  efficiency: {
    Above: lazy(async () => ({
      default: (await import('./efficiency/efficiency-view.tsx')).EfficiencyAbove,
    })),
  },
  'core-loss': {
    Above: lazy(async () => ({ default: (await import('./core-loss/loop-view.tsx')).LoopAbove })),
    folds: {
      title: 'Loop: iron, turns, watts, temperatures',
      fields: [
        ...['outside', 'yoke', 'stack', 'frequency', 'density', 'loopTurns', 'searchTurns'],
        ...['wattsBefore', 'voltsBefore', 'wattsAfter', 'voltsAfter', 'spots'],
      ],
    },
  },
  'no-load': {
    Above: lazy(async () => ({ default: (await import('./no-load/no-load-view.tsx')).NoLoadAbove })),
    folds: {
      title: 'Supply, and watts for the losses',
      fields: ['voltsVW', 'voltsWU', 'power', 'leadOhm', 'series'],
    },
  },
  'full-load': { folds: { title: 'Is the supply even?', fields: ['voltsVW', 'voltsWU'] } },
  'locked-rotor': {
    Above: lazy(async () => ({ default: (await import('./locked-rotor/motor-curves.tsx')).MotorCurves })),
  },
  vibration: {
    Above: lazy(async () => ({ default: (await import('./vibration/vibration-view.tsx')).VibrationAbove })),
    folds: { title: 'Peaks of the spectrum', fields: ['spectrum'] },
  },
  'shaft-fits': {
    Above: lazy(async () => ({ default: (await import('./shaft-fits/fits-view.tsx')).FitsAbove })),
  },
};
