/** The plan, made anew in the worker whenever what it is made from changes. */
import type { PlanWish } from '@norther/core';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useShopQuery } from '../app/api.ts';
import { useRoutesHere } from '../app/use-route-of.ts';
import { useHeatQuery } from '../heat/heat-api.ts';
import { usePlanQuery } from './plan-api.ts';
import type { PlanQuestion } from './plan-input.ts';
import type { FromPlanWorker, PlanResult, ToPlanWorker, Weighed } from './plan.worker.ts';

/** A plan is made for a round five minutes: the same for everybody who looks at it [ms]. */
const ROUND = 300_000;
/** Changes that come together are planned together [ms]. */
const SETTLED = 250;

export function usePlan(newMotor: PlanQuestion['newMotor']) {
  const { data: plan, error } = usePlanQuery();
  const { data: heat } = useHeatQuery(undefined, { pollingInterval: 60_000 });
  const { data: shop } = useShopQuery();
  const routes = useRoutesHere();
  const worker = useRef<Worker | null>(null);
  const waiting = useRef(new Map<number, (weighed: Weighed) => void>());
  const asked = useRef(0);
  const [result, setResult] = useState<PlanResult | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const [round, setRound] = useState(() => Math.floor(Date.now() / ROUND));
  useEffect(() => {
    const timer = setInterval(() => setRound(Math.floor(Date.now() / ROUND)), 20_000);
    return () => {
      clearInterval(timer);
      worker.current?.terminate();
      worker.current = null;
    };
  }, []);
  const kind = newMotor?.kind;
  const powerKw = newMotor?.powerKw;
  const question = useMemo(
    (): PlanQuestion | null =>
      plan && heat && shop
        ? {
            now: round * ROUND,
            plan,
            heat,
            routes: plan.motors.map((m) => routes.of(m.motor)),
            settings: shop.settings.typed,
            newMotor: kind !== undefined && powerKw !== undefined ? { kind, powerKw } : null,
          }
        : null,
    [plan, heat, shop, routes, round, kind, powerKw],
  );
  const send = useCallback((message: ToPlanWorker) => {
    if (!worker.current) {
      worker.current = new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' });
      worker.current.onmessage = ({ data }: MessageEvent<FromPlanWorker>) => {
        if ('share' in data) setShare(data.share);
        else if ('weighed' in data) {
          waiting.current.get(data.weighed.id)?.(data.weighed);
          waiting.current.delete(data.weighed.id);
        } else {
          setResult(data.result);
          setShare(null);
        }
      };
    }
    worker.current.postMessage(message);
  }, []);
  useEffect(() => {
    if (!question) return;
    const timer = setTimeout(() => {
      setShare(0);
      send({ make: question });
    }, SETTLED);
    return () => clearTimeout(timer);
  }, [question, send]);
  const cancel = useCallback(() => {
    send({ cancel: true });
    setShare(null);
  }, [send]);
  const weigh = useCallback(
    (wish: PlanWish): Promise<Weighed> =>
      new Promise((resolve) => {
        if (!question) return;
        const id = ++asked.current;
        waiting.current.set(id, resolve);
        send({ weigh: { ...question, wish }, id });
      }),
    [question, send],
  );
  return { result, share, cancel, weigh, error, wishes: plan?.wishes ?? [], motors: plan?.motors ?? [] };
}
