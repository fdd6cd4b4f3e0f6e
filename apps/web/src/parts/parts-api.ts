/** What came along with a motor, at the server. */
import type { PartKind } from '@norther/core';
import type { PartRecord } from '@norther/records';
import { api } from '../app/api.ts';

const of = (number: string) => `motors/${encodeURIComponent(number)}/parts`;
const MOTOR = (_r: unknown, _e: unknown, { number }: { number: string }) => [
  { type: 'Motor' as const, id: number },
];
const send = (url: string, method: string, writeId: string, body: object) => ({
  url,
  method,
  body,
  headers: { 'X-Write-Id': writeId },
});

interface Entry {
  readonly kind: PartKind;
  readonly tag: string;
  readonly note: string;
}

export const partsApi = api.injectEndpoints({
  endpoints: (b) => ({
    addPart: b.mutation<PartRecord, { writeId: string; number: string; entry: Entry }>({
      query: ({ writeId, number, entry }) => send(of(number), 'POST', writeId, entry),
      invalidatesTags: MOTOR,
    }),
    changePart: b.mutation<
      PartRecord,
      { writeId: string; number: string; id: string; change: Entry & { back: boolean; version: number } }
    >({
      query: ({ writeId, number, id, change }) => send(`${of(number)}/${id}`, 'PUT', writeId, change),
      invalidatesTags: MOTOR,
    }),
    withdrawPart: b.mutation<
      PartRecord,
      { writeId: string; number: string; id: string; reason: string; version: number }
    >({
      query: ({ writeId, number, id, ...body }) =>
        send(`${of(number)}/${id}/withdraw`, 'POST', writeId, body),
      invalidatesTags: MOTOR,
    }),
  }),
});

export const { useAddPartMutation, useChangePartMutation, useWithdrawPartMutation } = partsApi;
