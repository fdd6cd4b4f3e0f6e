/** Criteria sets of the shop at the server. */
import type { NamedItem } from '@norther/records';
import { api } from '../app/api.ts';

const send = (url: string, method: string, writeId: string, body: object) => ({
  url,
  method,
  body,
  headers: { 'X-Write-Id': writeId },
});

const criteria = api.injectEndpoints({
  endpoints: (b) => ({
    criteriaSets: b.query<readonly NamedItem[], void>({
      query: () => 'criteria',
      providesTags: ['Criteria'],
    }),
    saveCriteria: b.mutation<
      NamedItem,
      { writeId: string; id: string | null; typed: Readonly<Record<string, string>>; version: number }
    >({
      query: ({ writeId, id, typed, version }) =>
        id
          ? send(`criteria/${id}`, 'PUT', writeId, { typed, version })
          : send('criteria', 'POST', writeId, { typed }),
      // What is held to it is judged anew.
      invalidatesTags: ['Criteria', 'Motor', 'Floor'],
    }),
    turnCriteria: b.mutation<
      NamedItem,
      { writeId: string; id: string; version: number; act: 'retire' | 'restore' }
    >({
      query: ({ writeId, id, version, act }) => send(`criteria/${id}/${act}`, 'POST', writeId, { version }),
      invalidatesTags: ['Criteria'],
    }),
  }),
});
export const { useCriteriaSetsQuery, useSaveCriteriaMutation, useTurnCriteriaMutation } = criteria;
