/** What a plan is made from, and wishes, at the server. */
import type { PlanAnswer, WishEntry, WishRecord } from '@norther/records';
import { api } from '../app/api.ts';

const send = (url: string, writeId: string, body: object) => ({
  url,
  method: 'POST',
  body,
  headers: { 'X-Write-Id': writeId },
});

export const planApi = api.injectEndpoints({
  endpoints: (b) => ({
    plan: b.query<PlanAnswer, void>({ query: () => 'plan', providesTags: ['Floor', 'People', 'Plan'] }),
    wish: b.mutation<WishRecord[], { writeId: string; entry: WishEntry }>({
      query: ({ writeId, entry }) => send('plan/wishes', writeId, entry),
      invalidatesTags: ['Plan'],
    }),
    takeBackWish: b.mutation<WishRecord[], { writeId: string; id: string }>({
      query: ({ writeId, id }) => send(`plan/wishes/${id}/take-back`, writeId, {}),
      invalidatesTags: ['Plan'],
    }),
  }),
});

export const { usePlanQuery, useWishMutation, useTakeBackWishMutation } = planApi;
