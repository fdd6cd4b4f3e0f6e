/** The library at the server. */
import type { LibraryAnswer } from '@norther/records';
import { api } from '../app/api.ts';

export interface CoreAsked {
  readonly kind: string;
  readonly slots: number;
  readonly poles: number;
  readonly bore?: number | undefined;
  readonly coreLength?: number | undefined;
  readonly except?: string;
}

export const libraryApi = api.injectEndpoints({
  endpoints: (b) => ({
    sisters: b.query<LibraryAnswer, CoreAsked>({
      query: (asked) => ({
        url: 'library',
        params: Object.fromEntries(Object.entries(asked).filter(([, v]) => v !== undefined)),
      }),
      providesTags: ['Motor'],
    }),
    importCards: b.mutation<{ cards: number }, { writeId: string; file: File }>({
      query: ({ writeId, file }) => ({
        url: 'import',
        method: 'POST',
        body: file,
        headers: { 'X-Write-Id': writeId, 'Content-Type': 'text/csv' },
      }),
      invalidatesTags: ['Motor'],
    }),
  }),
});

export const { useImportCardsMutation, useSistersQuery } = libraryApi;
