/** The file of a motor as the core knows a visit: the same rules in the browser as on the server. */
import { factsOf, kindAndRoute, plansOf, type GateFacts, type Plans, type Visit } from '@norther/core';
import type { MotorFile } from './api.ts';

export const visitOf = (file: MotorFile): Visit =>
  ({
    ...file,
    ...kindAndRoute(file.motor, file.ownRoute),
    number: file.motor.number,
    plate: file.motor.plate,
  }) as unknown as Visit;

export interface Judged {
  readonly visit: Visit;
  readonly plans: Plans;
  readonly facts: GateFacts;
}

/** @param working whether figures keep their derivation */
export function judgedOf(file: MotorFile, working = false): Judged {
  const visit = visitOf(file);
  const plans = plansOf(visit, working);
  return { visit, plans, facts: factsOf(plans, file.readings as never, visit) };
}
