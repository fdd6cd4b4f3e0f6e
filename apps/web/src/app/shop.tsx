/** Everything behind signing in: who is here, what changes, and the keys that work everywhere. */
import { Suspense } from 'react';
import { Navigate, Outlet, useLocation } from 'react-router';
import { problemOf, useSessionQuery } from './api.ts';
import { useLive } from './use-live.ts';
import { useShopKeys } from './use-shop-keys.ts';

export function Shop() {
  const { data, error, isLoading, refetch } = useSessionQuery();
  const location = useLocation();
  if (isLoading) return <p className="p-6">Opening the shop …</p>;
  if (!data) {
    const problem = problemOf(error);
    if (problem.status === 401) return <Navigate to="/sign-in" replace state={{ from: location.pathname }} />;
    return (
      <main className="p-6">
        <p>{problem.title}</p>
        <button className="mt-3 border-[1.5px] border-ink px-4 py-2" onClick={() => void refetch()}>
          Try again
        </button>
      </main>
    );
  }
  return <SignedIn />;
}

function SignedIn() {
  useLive();
  useShopKeys();
  return (
    <Suspense fallback={<p className="p-6">Fetching the sheet …</p>}>
      <Outlet />
    </Suspense>
  );
}
