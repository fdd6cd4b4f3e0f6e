/** Who is to do a motor and where it stands on the floor, at the server. */
import type { FloorChange, MotorRecord } from '@norther/records';
import { api } from '../app/api.ts';

const floorApi = api.injectEndpoints({
  endpoints: (b) => ({
    setOnFloor: b.mutation<MotorRecord, { writeId: string; number: string; change: FloorChange }>({
      query: ({ writeId, number, change }) => ({
        url: `motors/${encodeURIComponent(number)}/floor`,
        method: 'PUT',
        body: change,
        headers: { 'X-Write-Id': writeId },
      }),
      invalidatesTags: (_r, _e, { number }) => ['Floor', { type: 'Motor', id: number }],
    }),
  }),
});

export const { useSetOnFloorMutation } = floorApi;
