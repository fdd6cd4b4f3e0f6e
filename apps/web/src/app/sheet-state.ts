/** What the sheets share beside the server's data: light or dark, and the line that tells what just happened. */
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

export interface Told {
  readonly text: string;
  readonly bad: boolean;
  readonly at: number;
}
interface SheetState {
  dark: boolean;
  told: Told | null;
}

const dark = () => {
  const chosen = localStorage.getItem('norther.sheet');
  return chosen ? chosen === 'dark' : matchMedia('(prefers-color-scheme: dark)').matches;
};

export const sheetSlice = createSlice({
  name: 'sheet',
  initialState: (): SheetState => ({ dark: dark(), told: null }),
  reducers: {
    sheetTurned: (state) => {
      state.dark = !state.dark;
    },
    said: (state, { payload }: PayloadAction<{ text: string; bad?: boolean }>) => {
      state.told = { text: payload.text, bad: payload.bad ?? false, at: Date.now() };
    },
    sayingDone: (state) => {
      state.told = null;
    },
  },
});
export const { sheetTurned, said, sayingDone } = sheetSlice.actions;
