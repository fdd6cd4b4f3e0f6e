/** What is being typed, by form; kept on the device, for its person alone, until the server has it. */
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export interface Draft {
  readonly typed: Readonly<Record<string, string>>;
  /** Version of the record the typing began from. */
  readonly version: number;
  /** Id of the write this draft will be sent with; kept, so that a second try cannot be a second write. */
  readonly writeId: string;
}
export type Drafts = Readonly<Record<string, Draft>>;

export const draftsSlice = createSlice({
  name: 'drafts',
  initialState: {} as Record<string, Draft>,
  reducers: {
    fieldTyped: (
      state,
      { payload }: PayloadAction<{ form: string; typed: Record<string, string>; base: Draft }>,
    ) => {
      const draft = state[payload.form] ?? payload.base;
      // New content is a new write: an answer to the old one must not be taken for it.
      state[payload.form] = {
        ...draft,
        typed: { ...draft.typed, ...payload.typed },
        writeId: crypto.randomUUID(),
      };
    },
    draftRebased: (state, { payload }: PayloadAction<{ form: string; draft: Draft }>) => {
      state[payload.form] = payload.draft;
    },
    draftDropped: (state, { payload }: PayloadAction<string>) => {
      delete state[payload];
    },
    /** Another person's drafts, or none. */
    draftsLoaded: (_state, { payload }: PayloadAction<Drafts>) => ({ ...payload }),
    /** Typed into the same form in another tab of this device. */
    draftElsewhere: (state, { payload }: PayloadAction<{ form: string; draft: Draft | null }>) => {
      if (payload.draft) state[payload.form] = payload.draft;
      else delete state[payload.form];
    },
  },
});
export const { fieldTyped, draftDropped, draftRebased, draftsLoaded, draftElsewhere } = draftsSlice.actions;
