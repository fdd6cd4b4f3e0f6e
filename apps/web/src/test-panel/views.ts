/** Tests that show more than a form and scales: what stands above the form, and beside the verdict. */
import type { TestContext, TestKindId } from '@norther/core';
import { lazy, type ComponentType } from 'react';
import type { MotorFile, ShownReading } from '../app/api.ts';

export interface TestViewProps {
  readonly file: MotorFile;
  readonly latest: ShownReading | null;
  readonly typed: Readonly<Record<string, string>>;
  /** Something is typed that is not kept yet. */
  readonly open: boolean;
  readonly context: TestContext;
  readonly type: (fields: Record<string, string>) => void;
}

interface TestView {
  readonly Above: ComponentType<TestViewProps>;
  readonly Beside?: ComponentType<TestViewProps>;
  /** Fields that the view fills; they are folded away. */
  readonly fills: readonly string[];
}

const surge = () => import('./surge/surge-view.tsx');

export const VIEWS: Partial<Record<TestKindId, TestView>> = {
  surge: {
    Above: lazy(async () => ({ default: (await surge()).SurgeChart })),
    Beside: lazy(async () => ({ default: (await surge()).SurgeBeside })),
    fills: [
      'areaUV',
      'areaVW',
      'areaWU',
      'waveTime',
      'fileNotes',
      'waveNotes',
      ...['U', 'V', 'W'].flatMap((p) => [`ring${p}`, `damping${p}`, `pulse${p}`, `leaves${p}`]),
    ],
  },
};
