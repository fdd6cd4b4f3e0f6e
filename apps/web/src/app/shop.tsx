/** Everything behind signing in: who is here, what changes, and the keys that work everywhere. */
import { readShopSettings, shopUnitsOf } from '@norther/core';
import { lazy, Suspense, useEffect, useMemo } from 'react';
import { Navigate, Outlet, useLocation } from 'react-router';
import { ShopUnitsContext } from '../kit/shop-units.ts';
import { problemOf, useSessionQuery, useShopQuery } from './api.ts';
import { useOutbox } from '../offline/use-outbox.ts';
import { TickOutboxContext, useOwnTickOutbox } from './tick-outbox-context.ts';
import { useLive } from './use-live.ts';
import { useScanner } from './use-scanner.ts';
import { useShopKeys } from './use-shop-keys.ts';
import { useTitle } from './use-title.ts';

/** Only where a shop wants it. */
const IdleSignOut = lazy(async () => ({ default: (await import('./idle-sign-out.tsx')).IdleSignOut }));

export function Shop() {
  const { data, error, isLoading, refetch } = useSessionQuery();
  const away = !data && error !== undefined && problemOf(error).status !== 401;
  useEffect(() => {
    if (!away) return;
    const timer = setInterval(() => void refetch(), 2000);
    return () => clearInterval(timer);
  }, [away, refetch]);
  const location = useLocation();
  if (isLoading) return <p className="p-6">Opening the shop …</p>;
  if (!data) {
    const problem = problemOf(error);
    if (problem.status === 401) return <Navigate to="/sign-in" replace state={{ from: location.pathname }} />;
    return (
      <main className="p-6">
        <p className="text-[21px]">{problem.title}</p>
        <p className="text-[15px] text-graphite">It is asked again every two seconds.</p>
        <button className="mt-3 border-[1.5px] border-ink px-4 py-2" onClick={() => void refetch()}>
          Try again
        </button>
      </main>
    );
  }
  return <SignedIn person={data.id} />;
}

function SignedIn({ person }: { person: string }) {
  useLive();
  useShopKeys();
  useScanner();
  useTitle();
  const outbox = useOwnTickOutbox(person);
  // There before anything is written.
  useOutbox(person);
  const { data: shop } = useShopQuery();
  const units = useMemo(() => shopUnitsOf(shop?.settings.typed ?? {}), [shop]);
  const idle = useMemo(() => readShopSettings(shop?.settings.typed ?? {}).idleMinutes, [shop]);
  return (
    <ShopUnitsContext value={units}>
      {idle > 0 && (
        <Suspense fallback={null}>
          <IdleSignOut minutes={idle} />
        </Suspense>
      )}
      <TickOutboxContext value={outbox}>
        <Suspense fallback={<p className="p-6">Fetching the sheet …</p>}>
          <Outlet />
        </Suspense>
      </TickOutboxContext>
    </ShopUnitsContext>
  );
}
