/** Starts the web application. */
import './index.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { RouterProvider } from 'react-router/dom';
import { askEarly } from './app/ask-early.ts';
import { router } from './app/router.tsx';
import { store } from './app/store.ts';
import { registerServiceWorker } from './offline/register.ts';

registerServiceWorker();
askEarly(store.dispatch, location.pathname);
createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>
  </StrictMode>,
);
