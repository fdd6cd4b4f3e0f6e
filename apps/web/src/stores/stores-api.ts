/** Supplies, lots and instruments at the server. */
import type {
  DrawnForMotor,
  LotEntry,
  LotMoveEntry,
  NamedItem,
  SuppliesAnswer,
  WireAheadAnswer,
} from '@norther/records';
import { api } from '../app/api.ts';

const send = (url: string, method: string, writeId: string, body: object) => ({
  url,
  method,
  body,
  headers: { 'X-Write-Id': writeId },
});
export type StoreList = 'supplies' | 'instruments';

export const storesApi = api.injectEndpoints({
  endpoints: (b) => ({
    supplies: b.query<SuppliesAnswer, void>({ query: () => 'stores', providesTags: ['Shop'] }),
    wireAhead: b.query<WireAheadAnswer, void>({ query: () => 'stores/wire-ahead', providesTags: ['Shop'] }),
    drawnForMotor: b.query<DrawnForMotor[], string>({
      query: (number) => `motors/${encodeURIComponent(number)}/drawn`,
      providesTags: ['Shop'],
    }),
    receiveLot: b.mutation<unknown, { writeId: string; entry: LotEntry }>({
      query: ({ writeId, entry }) => send('stores/lots', 'POST', writeId, entry),
      invalidatesTags: ['Shop'],
    }),
    moveLot: b.mutation<unknown, { writeId: string; id: string; entry: LotMoveEntry }>({
      query: ({ writeId, id, entry }) => send(`stores/lots/${id}/moves`, 'POST', writeId, entry),
      invalidatesTags: ['Shop'],
    }),
    saveStoreItem: b.mutation<
      NamedItem,
      {
        writeId: string;
        list: StoreList;
        id: string | null;
        typed: Readonly<Record<string, string>>;
        version: number;
      }
    >({
      query: ({ writeId, list, id, typed, version }) =>
        id
          ? send(`stores/${list}/${id}`, 'PUT', writeId, { typed, version })
          : send(`stores/${list}`, 'POST', writeId, { typed }),
      invalidatesTags: ['Shop'],
    }),
    retireStoreItem: b.mutation<
      NamedItem,
      { writeId: string; list: StoreList; id: string; version: number; act: 'retire' | 'restore' }
    >({
      query: ({ writeId, list, id, version, act }) =>
        send(`stores/${list}/${id}/${act}`, 'POST', writeId, { version }),
      invalidatesTags: ['Shop'],
    }),
  }),
});

export const {
  useSuppliesQuery,
  useWireAheadQuery,
  useDrawnForMotorQuery,
  useReceiveLotMutation,
  useMoveLotMutation,
  useSaveStoreItemMutation,
  useRetireStoreItemMutation,
} = storesApi;
