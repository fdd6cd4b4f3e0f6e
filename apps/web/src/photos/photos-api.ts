/** Photos and papers of a motor, at the server. */
import type { MarksChange, NoteChange } from '@norther/records';
import { api } from '../app/api.ts';

const of = (number: string) => `motors/${encodeURIComponent(number)}/attachments`;
export const fileAddress = (number: string, id: string) => `/api/${of(number)}/${id}/file`;
export const smallAddress = (number: string, id: string) => `/api/${of(number)}/${id}/small`;

const MOTOR = (_r: unknown, _e: unknown, { number }: { number: string }) => [
  { type: 'Motor' as const, id: number },
];

export const photosApi = api.injectEndpoints({
  endpoints: (b) => ({
    addAttachment: b.mutation<
      { id: string; hash: string },
      { writeId: string; number: string; place: string; file: File }
    >({
      query: ({ writeId, number, place, file }) => ({
        url: `${of(number)}?${new URLSearchParams({ place, name: file.name.slice(0, 160) })}`,
        method: 'POST',
        body: file,
        headers: { 'X-Write-Id': writeId, 'Content-Type': 'application/octet-stream' },
      }),
      invalidatesTags: MOTOR,
    }),
    noteAttachment: b.mutation<
      unknown,
      { writeId: string; number: string; id: string; change: Pick<NoteChange, 'note' | 'was'> }
    >({
      query: ({ writeId, number, id, change }) => ({
        url: `${of(number)}/${id}/note`,
        method: 'PUT',
        body: change,
        headers: { 'X-Write-Id': writeId },
      }),
      invalidatesTags: MOTOR,
    }),
    markAttachment: b.mutation<
      unknown,
      { writeId: string; number: string; id: string; change: Pick<MarksChange, 'marks' | 'was'> }
    >({
      query: ({ writeId, number, id, change }) => ({
        url: `${of(number)}/${id}/marks`,
        method: 'PUT',
        body: change,
        headers: { 'X-Write-Id': writeId },
      }),
      invalidatesTags: MOTOR,
    }),
    withdrawAttachment: b.mutation<unknown, { writeId: string; number: string; id: string; reason: string }>({
      query: ({ writeId, number, id, reason }) => ({
        url: `${of(number)}/${id}/withdraw`,
        method: 'POST',
        body: { reason },
        headers: { 'X-Write-Id': writeId },
      }),
      invalidatesTags: MOTOR,
    }),
  }),
});

export const { useNoteAttachmentMutation, useMarkAttachmentMutation, useWithdrawAttachmentMutation } =
  photosApi;
