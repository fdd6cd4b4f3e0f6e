/** Ovens, programmes and loads at the server. */
import type { HeatAnswer, NamedItem, LoadLog, LoadPart, LoadRecord } from '@norther/records';
import { api } from '../app/api.ts';

const send = (url: string, method: string, writeId: string, body: object) => ({
  url,
  method,
  body,
  headers: { 'X-Write-Id': writeId },
});
export type HeatList = 'ovens' | 'programmes' | 'treatments';

export const heatApi = api.injectEndpoints({
  endpoints: (b) => ({
    heat: b.query<HeatAnswer, void>({ query: () => 'heat', providesTags: ['Heat'] }),
    loadLog: b.query<LoadLog, string>({ query: (id) => `heat/loads/${id}/log`, providesTags: ['Heat'] }),
    loadsOfMotor: b.query<LoadRecord[], string>({
      query: (number) => `motors/${encodeURIComponent(number)}/loads`,
      providesTags: ['Heat'],
    }),
    startLoad: b.mutation<
      LoadRecord,
      {
        writeId: string;
        entry: { oven: string; programme: string; parts: readonly LoadPart[]; startedAt: string | null };
      }
    >({
      query: ({ writeId, entry }) => send('heat/loads', 'POST', writeId, entry),
      invalidatesTags: ['Heat'],
    }),
    takeOut: b.mutation<LoadRecord, { writeId: string; id: string; version: number; note: string }>({
      query: ({ writeId, id, ...body }) => send(`heat/loads/${id}/out`, 'POST', writeId, body),
      invalidatesTags: ['Heat'],
    }),
    addReadings: b.mutation<
      unknown,
      { writeId: string; id: string; points: readonly { at: string; partC: number; airC?: number }[] }
    >({
      query: ({ writeId, id, points }) => send(`heat/loads/${id}/readings`, 'POST', writeId, { points }),
      invalidatesTags: ['Heat'],
    }),
    saveHeatItem: b.mutation<
      NamedItem,
      {
        writeId: string;
        list: HeatList;
        id: string | null;
        typed: Readonly<Record<string, string>>;
        version: number;
      }
    >({
      query: ({ writeId, list, id, typed, version }) =>
        id
          ? send(`heat/${list}/${id}`, 'PUT', writeId, { typed, version })
          : send(`heat/${list}`, 'POST', writeId, { typed }),
      invalidatesTags: ['Heat'],
    }),
    retireHeatItem: b.mutation<
      NamedItem,
      { writeId: string; list: HeatList; id: string; version: number; act: 'retire' | 'restore' }
    >({
      query: ({ writeId, list, id, version, act }) =>
        send(`heat/${list}/${id}/${act}`, 'POST', writeId, { version }),
      invalidatesTags: ['Heat'],
    }),
  }),
});

export const {
  useHeatQuery,
  useLoadLogQuery,
  useLoadsOfMotorQuery,
  useStartLoadMutation,
  useTakeOutMutation,
  useAddReadingsMutation,
  useSaveHeatItemMutation,
  useRetireHeatItemMutation,
} = heatApi;
