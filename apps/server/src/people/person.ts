/** Who is signed in. */
export type Role = 'winder' | 'tester' | 'lead';
export interface Person {
  readonly id: string;
  readonly shopId: string;
  readonly shop: string;
  readonly name: string;
  readonly role: Role;
}
