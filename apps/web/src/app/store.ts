import { combineReducers, configureStore } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import { api } from './api.ts';
import { DraftKeeper } from './draft-keeper.ts';
import { draftElsewhere, draftsLoaded, draftsSlice } from './drafts.ts';
import { showMessage, sheetSlice } from './sheet-state.ts';

const reducer = combineReducers({
  [api.reducerPath]: api.reducer,
  drafts: draftsSlice.reducer,
  sheet: sheetSlice.reducer,
});

export const store = configureStore({
  reducer,
  middleware: (get) => get().concat(api.middleware),
});

const keeper = new DraftKeeper(localStorage, (full) =>
  store.dispatch(
    showMessage({
      text: full
        ? 'This device’s store is full: what you type lives in this page only until it is saved. Do not close it.'
        : 'What you type is kept on this device again.',
      bad: full,
    }),
  ),
);
let owner: string | null = null;
let kept = store.getState().drafts;
let turned = store.getState().sheet.dark;
const showSheet = (dark: boolean) => {
  document.documentElement.dataset['sheet'] = dark ? 'dark' : 'light';
};
showSheet(turned);
// Paper is light.
window.addEventListener('beforeprint', () => showSheet(false));
window.addEventListener('afterprint', () => showSheet(turned));
store.subscribe(() => {
  const state = store.getState();
  const { drafts, sheet } = state;
  if (drafts !== kept) keeper.keep((kept = drafts));
  if (sheet.dark !== turned) {
    turned = sheet.dark;
    showSheet(turned);
    try {
      localStorage.setItem('norther.sheet', turned ? 'dark' : 'light');
    } catch {
      // A full store: the sheet is turned all the same, in this tab.
    }
  }
  const person = api.endpoints.session.select()(state).data?.id ?? null;
  if (person !== owner) {
    owner = person;
    const drafts = keeper.load(person);
    kept = drafts as typeof kept;
    store.dispatch(draftsLoaded(drafts));
    kept = store.getState().drafts;
  }
});
window.addEventListener('storage', (e) => {
  const heard = keeper.heard(e.key, e.newValue);
  if (!heard) return;
  store.dispatch(draftElsewhere(heard));
  kept = store.getState().drafts;
});
window.addEventListener('pagehide', () => keeper.flush());
document.addEventListener('visibilitychange', () => {
  if (document.visibilityState === 'hidden') keeper.flush();
});

export type RootState = ReturnType<typeof reducer>;
export type AppDispatch = typeof store.dispatch;
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
