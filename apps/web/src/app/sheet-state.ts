/** What the sheets share beside the server's data: light or dark, and the line that tells what just happened. */
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export interface Message {
  readonly text: string;
  readonly bad: boolean;
  readonly at: number;
}
interface SheetState {
  dark: boolean;
  /** The server, or its database, does not answer. */
  away: boolean;
  message: Message | null;
}

const dark = () => {
  const chosen = localStorage.getItem('norther.sheet');
  return chosen ? chosen === 'dark' : matchMedia('(prefers-color-scheme: dark)').matches;
};

export const sheetSlice = createSlice({
  name: 'sheet',
  initialState: (): SheetState => ({ dark: dark(), away: false, message: null }),
  reducers: {
    sheetTurned: (state) => {
      state.dark = !state.dark;
    },
    showMessage: (state, { payload }: PayloadAction<{ text: string; bad?: boolean }>) => {
      state.message = { text: payload.text, bad: payload.bad ?? false, at: Date.now() };
    },
    serverAway: (state, { payload }: PayloadAction<boolean>) => {
      state.away = payload;
    },
    messageDismissed: (state) => {
      state.message = null;
    },
  },
});
export const { sheetTurned, showMessage, messageDismissed, serverAway } = sheetSlice.actions;
