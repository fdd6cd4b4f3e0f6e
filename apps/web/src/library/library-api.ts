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
  }),
});

export const { useSistersQuery } = libraryApi;
