/** Addresses of the sheets. Every sheet is loaded when it is first opened. */
import { createBrowserRouter, Navigate } from 'react-router';
import { Broken } from './broken.tsx';
import { Shop } from './shop.tsx';
import type { KindSheetName } from '../machine-kinds/kind-sheets.ts';
import { SignIn } from '../sign-in/sign-in.tsx';

const lazy = <T extends string>(load: () => Promise<Record<T, React.ComponentType>>, name: T) => ({
  lazy: async () => ({ Component: (await load())[name] }),
});

const kindSheet = (sheet: KindSheetName) => ({
  lazy: async () => {
    const { KindSheet } = await import('../machine-kinds/kind-sheet.tsx');
    return { element: <KindSheet sheet={sheet} /> };
  },
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
      { path: 'limits', ...lazy(() => import('../criteria/limits.tsx'), 'Limits') },
      { path: 'journal', ...lazy(() => import('../journal/journal.tsx'), 'Journal') },
      { path: 'wall', ...lazy(() => import('../floor/wall.tsx'), 'Wall') },
      { path: 'new', ...lazy(() => import('../motor/take-in.tsx'), 'TakeIn') },
      { path: 'stores', ...lazy(() => import('../stores/stores.tsx'), 'Stores') },
      { path: 'instruments', ...lazy(() => import('../stores/instruments.tsx'), 'Instruments') },
      { path: 'shop', ...lazy(() => import('../shop/shop-settings.tsx'), 'ShopSettings') },
      { path: 'routes', ...lazy(() => import('../routes/routes.tsx'), 'Routes') },
      { path: 'people', ...lazy(() => import('../people/people.tsx'), 'People') },
      { path: 'heat', ...lazy(() => import('../heat/heat.tsx'), 'Heat') },
      { path: 'plan', ...lazy(() => import('../plan/plan.tsx'), 'Plan') },
      { path: 'ovens', ...lazy(() => import('../heat/ovens.tsx'), 'Ovens') },
      { path: 'library', ...lazy(() => import('../library/library.tsx'), 'Library') },
      { path: 'series', ...lazy(() => import('../series/series.tsx'), 'Series') },
      { path: 'series/:batch', ...lazy(() => import('../series/line.tsx'), 'Line') },
      { path: 'series/:batch/batch', ...lazy(() => import('../series/batch.tsx'), 'Batch') },
      {
        path: 'series/:batch/station/:station',
        ...lazy(() => import('../series/station.tsx'), 'Station'),
      },
      { path: 'legend', ...lazy(() => import('../legend/legend.tsx'), 'Legend') },
      {
        path: 'motor/:number',
        children: [
          { index: true, ...lazy(() => import('../motor/motor.tsx'), 'Motor') },
          { path: 'failure', ...lazy(() => import('../write-ups/failure.tsx'), 'Failure') },
          { path: 'agreement', ...lazy(() => import('../write-ups/agreement.tsx'), 'Agreement') },
          { path: 'card', ...kindSheet('card') },
          { path: 'winding', ...kindSheet('winding') },
          { path: 'connection', ...kindSheet('connection') },
          { path: 'traveller', ...lazy(() => import('../traveller/traveller.tsx'), 'Traveller') },
          { path: 'tests', ...lazy(() => import('../test-panel/test-panel.tsx'), 'TestPanel') },
          { path: 'trends', ...lazy(() => import('../trends/trends.tsx'), 'Trends') },
          { path: 'verdict', ...lazy(() => import('../verdict/verdict.tsx'), 'Verdict') },
          { path: 'search', ...kindSheet('search') },
          { path: 'cut', ...kindSheet('cut') },
          { path: 'library', ...lazy(() => import('../library/motor-library.tsx'), 'MotorLibrary') },
        ],
      },
      { path: '*', Component: () => <Navigate to="/" replace /> },
    ],
  },
]);
