/** One refusal as the outcome of a computation. */
import { finding, refused, type Outcome } from './finding.ts';

export const refuse = <T>(code: string, message: string, ...fields: readonly string[]): Outcome<T> =>
  refused<T>([finding('stop', code, message, fields)]);
