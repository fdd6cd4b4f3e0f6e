/** The shop's own routes, at the server. */
import type { Route } from '@norther/core';
import { api } from '../app/api.ts';

interface Published {
  readonly id: string;
  readonly version: number;
}

const send = (url: string, method: string, writeId: string, body: object) => ({
  url,
  method,
  body,
  headers: { 'X-Write-Id': writeId },
});

export const routesApi = api.injectEndpoints({
  endpoints: (b) => ({
    publishRoute: b.mutation<Published, { writeId: string; route: Route; why: string }>({
      query: ({ writeId, ...body }) => send('routes', 'POST', writeId, body),
      invalidatesTags: ['Routes'],
    }),
    publishVersion: b.mutation<
      Published,
      { writeId: string; id: string; route: Route; why: string; version: number }
    >({
      query: ({ writeId, id, ...body }) => send(`routes/${id}/versions`, 'POST', writeId, body),
      invalidatesTags: ['Routes'],
    }),
    chooseRoute: b.mutation<
      unknown,
      { writeId: string; id: string; usual: boolean; retired: boolean; version: number }
    >({
      query: ({ writeId, id, ...body }) => send(`routes/${id}`, 'PUT', writeId, body),
      invalidatesTags: ['Routes'],
    }),
  }),
});

export const { usePublishRouteMutation, usePublishVersionMutation, useChooseRouteMutation } = routesApi;
