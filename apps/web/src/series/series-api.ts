/** Series at the server. */
import type {
  BatchChange,
  BatchEntry,
  BatchRecord,
  BoxAnswer,
  ChartAnswer,
  LineAnswer,
  LotAnswer,
  LotLoaded,
  SeriesAnswer,
  SeriesEntry,
  StopRecord,
  TakenRecords,
  UnitAnswer,
} from '@norther/records';
import { api } from '../app/api.ts';

const send = (path: string, method: string, writeId: string, body: object) => ({
  url: `series${path}`,
  method,
  body,
  headers: { 'X-Write-Id': writeId },
});
const at = (name: string) => `/${encodeURIComponent(name)}`;
interface OfBatch {
  readonly writeId: string;
  readonly name: string;
}

export const seriesApi = api.injectEndpoints({
  endpoints: (b) => ({
    series: b.query<SeriesAnswer, void>({ query: () => 'series', providesTags: ['Series'] }),
    line: b.query<LineAnswer, string>({ query: (name) => `series${at(name)}`, providesTags: ['Series'] }),
    figureChart: b.query<
      ChartAnswer,
      { readonly name: string; readonly figure: string; readonly last?: number }
    >({
      query: ({ name, figure, last }) =>
        `series${at(name)}/chart?figure=${figure}${last === undefined ? '' : `&last=${last}`}`,
      providesTags: ['Series'],
    }),
    unitLife: b.query<UnitAnswer, { readonly name: string; readonly serial: number }>({
      query: ({ name, serial }) => `series${at(name)}/units/${serial}`,
      providesTags: ['Series'],
    }),
    lotUnits: b.query<LotAnswer, { readonly name: string; readonly lot: string }>({
      query: ({ name, lot }) => `series${at(name)}/lots?lot=${encodeURIComponent(lot)}`,
      providesTags: ['Series'],
    }),
    box: b.query<BoxAnswer, { readonly name: string; readonly units: string }>({
      query: ({ name, units }) => `series${at(name)}/box?units=${encodeURIComponent(units)}`,
    }),
    addBatch: b.mutation<BatchRecord, { readonly writeId: string; readonly entry: BatchEntry }>({
      query: ({ writeId, entry }) => send('', 'POST', writeId, entry),
      invalidatesTags: ['Series'],
    }),
    changeBatch: b.mutation<BatchRecord, OfBatch & { readonly entry: BatchChange }>({
      query: ({ writeId, name, entry }) => send(at(name), 'PUT', writeId, entry),
      invalidatesTags: ['Series'],
    }),
    addRecords: b.mutation<TakenRecords, OfBatch & { readonly records: readonly Partial<SeriesEntry>[] }>({
      query: ({ writeId, name, records }) => send(`${at(name)}/records`, 'POST', writeId, { records }),
      invalidatesTags: ['Series'],
    }),
    addCsv: b.mutation<TakenRecords, OfBatch & { readonly csv: string }>({
      query: ({ writeId, name, csv }) => send(`${at(name)}/csv`, 'POST', writeId, { csv }),
      invalidatesTags: ['Series'],
    }),
    loadLot: b.mutation<LotLoaded, OfBatch & { readonly loaded: LotLoaded }>({
      query: ({ writeId, name, loaded }) => send(`${at(name)}/lots`, 'POST', writeId, loaded),
      invalidatesTags: ['Series'],
    }),
    stopIt: b.mutation<
      StopRecord,
      OfBatch & { readonly station?: string; readonly lot?: string; readonly why: string }
    >({
      query: ({ writeId, name, ...stop }) => send(`${at(name)}/stops`, 'POST', writeId, stop),
      invalidatesTags: ['Series'],
    }),
    limitsAnew: b.mutation<unknown, OfBatch & { readonly figure: string; readonly why: string }>({
      query: ({ writeId, name, figure, why }) =>
        send(`${at(name)}/figures/${figure}/limits`, 'POST', writeId, { why }),
      invalidatesTags: ['Series'],
    }),
    releaseIt: b.mutation<StopRecord, OfBatch & { readonly id: string; readonly why: string }>({
      query: ({ writeId, name, id, why }) =>
        send(`${at(name)}/stops/${id}/release`, 'POST', writeId, { why }),
      invalidatesTags: ['Series'],
    }),
  }),
});

export const {
  useSeriesQuery,
  useLineQuery,
  useFigureChartQuery,
  useUnitLifeQuery,
  useLotUnitsQuery,
  useLazyBoxQuery,
  useAddBatchMutation,
  useChangeBatchMutation,
  useAddRecordsMutation,
  useAddCsvMutation,
  useLoadLotMutation,
  useStopItMutation,
  useReleaseItMutation,
  useLimitsAnewMutation,
} = seriesApi;

/** A line reports every few seconds. */
export const POLL = { pollingInterval: 2500, skipPollingIfUnfocused: true };
export const batchPath = (name: string) => `/series${at(name)}`;
