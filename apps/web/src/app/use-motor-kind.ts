/** The kind of the motor whose sheets are open. */
import { api } from './api.ts';
import { useAppSelector } from './store.ts';

/** @returns null while its file is not here, and where no motor is open */
export function useMotorKind(number: string | undefined): string | null {
  return useAppSelector((s) =>
    number === undefined ? null : (api.endpoints.motor.select(number)(s).data?.motor.kind ?? null),
  );
}
