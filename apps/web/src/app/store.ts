import { combineReducers, configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from './api.ts';
import { draftsSlice, keepDrafts, loadDrafts } from './drafts.ts';
import { sheetSlice } from './sheet-state.ts';

const reducer = combineReducers({
  [api.reducerPath]: api.reducer,
  drafts: draftsSlice.reducer,
  sheet: sheetSlice.reducer,
});

export const store = configureStore({
  reducer,
  middleware: (get) => get().concat(api.middleware),
  preloadedState: { drafts: loadDrafts() },
});

let kept = store.getState().drafts;
let turned = store.getState().sheet.dark;
const showSheet = (dark: boolean) => {
  document.documentElement.dataset['sheet'] = dark ? 'dark' : 'light';
};
showSheet(turned);
store.subscribe(() => {
  const { drafts, sheet } = store.getState();
  if (drafts !== kept) keepDrafts((kept = drafts));
  if (sheet.dark !== turned) {
    turned = sheet.dark;
    showSheet(turned);
    localStorage.setItem('norther.sheet', turned ? 'dark' : 'light');
  }
});

export type RootState = ReturnType<typeof reducer>;
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
