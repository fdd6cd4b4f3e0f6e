/** The kind of the motor whose sheets are open. */
import { FIRST_MACHINE_KIND } from '@norther/core';
import { api } from './api.ts';
import { useAppSelector } from './store.ts';

/** @returns the kind as far as it is known: until its file is here, the one that has every sheet */
export function useMotorKind(number: string | undefined): string {
  return useAppSelector((s) =>
    number === undefined
      ? FIRST_MACHINE_KIND
      : (api.endpoints.motor.select(number)(s).data?.motor.kind ?? FIRST_MACHINE_KIND),
  );
}
