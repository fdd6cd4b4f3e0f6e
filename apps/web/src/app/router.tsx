/** Addresses of the sheets. Every sheet is loaded when it is first opened. */
import { createBrowserRouter, Navigate } from 'react-router';
import { Broken } from './broken.tsx';
import { Shop } from './shop.tsx';
import { SignIn } from '../sign-in/sign-in.tsx';

const lazy = <T extends string>(load: () => Promise<Record<T, React.ComponentType>>, name: T) => ({
  lazy: async () => ({ Component: (await load())[name] }),
});

export const router = createBrowserRouter([
  { path: '/sign-in', Component: SignIn, ErrorBoundary: Broken },
  {
    path: '/',
    Component: Shop,
    ErrorBoundary: Broken,
    HydrateFallback: () => <p className="p-6">Opening the shop …</p>,
    children: [
      { index: true, ...lazy(() => import('../floor/floor.tsx'), 'Floor') },
      { path: 'new', ...lazy(() => import('../motor/take-in.tsx'), 'TakeIn') },
      { path: 'stores', ...lazy(() => import('../stores/stores.tsx'), 'Stores') },
      { path: 'people', ...lazy(() => import('../people/people.tsx'), 'People') },
      { path: 'legend', ...lazy(() => import('../legend/legend.tsx'), 'Legend') },
      {
        path: 'motor/:number',
        children: [
          { index: true, ...lazy(() => import('../motor/motor.tsx'), 'Motor') },
          { path: 'card', ...lazy(() => import('../data-card/data-card.tsx'), 'DataCard') },
          {
            path: 'winding',
            ...lazy(() => import('../winding-bench/winding-bench.tsx'), 'WindingBench'),
          },
          {
            path: 'connection',
            ...lazy(() => import('../connection-bench/connection-bench.tsx'), 'ConnectionBench'),
          },
          { path: 'traveller', ...lazy(() => import('../traveller/traveller.tsx'), 'Traveller') },
          { path: 'tests', ...lazy(() => import('../test-panel/test-panel.tsx'), 'TestPanel') },
          { path: 'verdict', ...lazy(() => import('../verdict/verdict.tsx'), 'Verdict') },
          { path: 'search', ...lazy(() => import('../search/search.tsx'), 'Search') },
          { path: 'cut', ...lazy(() => import('../cut-sheet/cut-sheet.tsx'), 'CutSheet') },
        ],
      },
      { path: '*', Component: () => <Navigate to="/" replace /> },
    ],
  },
]);
