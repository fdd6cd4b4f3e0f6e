/** Figures of a machine over its visits. */
import type { FigureOverTime } from '@norther/core';
import { api } from '../app/api.ts';

const trends = api.injectEndpoints({
  endpoints: (b) => ({
    past: b.query<readonly FigureOverTime[], string>({
      query: (number) => `motors/${encodeURIComponent(number)}/past`,
      providesTags: (_r, _e, number) => [{ type: 'Motor', id: number }],
    }),
  }),
});
export const { usePastQuery } = trends;
