/** Who is signed in. */
import type { Role } from '@norther/core';

export type { Role };
export interface Person {
  readonly id: string;
  readonly shopId: string;
  readonly shop: string;
  readonly name: string;
  readonly role: Role;
  /** Somebody in the shop still has a PIN that stands in the documentation. */
  readonly demo: boolean;
}
