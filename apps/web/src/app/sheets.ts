/** The set of sheets: those of the shop and those of one motor. */
import { KIND_SHEET_NAMES, KIND_SHEETS } from '../machine-kinds/kind-sheets.ts';

export const SHOP_SHEETS = [
  { key: 'F1', name: 'Floor', to: '/' },
  { key: 'F2', name: 'Take in', to: '/new' },
  { key: 'F3', name: 'Stores', to: '/stores' },
  { key: 'F4', name: 'People', to: '/people' },
  { key: 'F6', name: 'Legend', to: '/legend' },
  { key: 'F7', name: 'Shop', to: '/shop' },
  { key: 'F8', name: 'Routes', to: '/routes' },
] as const;
export const MOTOR_SHEETS = [
  { key: '1', name: 'Motor', to: '' },
  { key: '2', name: 'Card', to: '/card' },
  { key: '3', name: 'Winding', to: '/winding' },
  { key: '4', name: 'Connection', to: '/connection' },
  { key: '5', name: 'Traveller', to: '/traveller' },
  { key: '6', name: 'Tests', to: '/tests' },
  { key: '7', name: 'Verdict', to: '/verdict' },
  { key: '8', name: 'Search', to: '/search' },
  { key: '9', name: 'Cut', to: '/cut' },
] as const;

/** The sheets that a motor of this kind has, each with the key it has for every kind. */
export function sheetsOf(kind: string) {
  const lacks: readonly string[] = KIND_SHEET_NAMES.filter((name) => !KIND_SHEETS[kind]?.includes(name));
  return MOTOR_SHEETS.filter(({ to }) => !lacks.includes(to.slice(1)));
}
