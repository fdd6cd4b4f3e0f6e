/** What a view draws: the figures that are typed now, else those of the reading that is kept. */
import { TEST_KINDS, type TestKindId } from '@norther/core';
import type { TestViewProps } from './views.ts';

export type Values = Readonly<Record<string, number | string | undefined>>;

export const valuesOf = (kind: TestKindId, { open, typed, latest, context }: TestViewProps): Values =>
  TEST_KINDS[kind].read(open ? typed : (latest?.typed ?? {}), context).values;
