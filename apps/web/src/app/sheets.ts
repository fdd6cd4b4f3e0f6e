/** The set of sheets: those of the shop and those of one motor. */
import { kindViews, type KindSheetName } from '../machine-kinds/kinds.ts';

export const SHOP_SHEETS = [
  { key: 'F1', name: 'Floor', to: '/' },
  { key: 'F2', name: 'Take in', to: '/new' },
  { key: 'F3', name: 'Stores', to: '/stores' },
  { key: 'F4', name: 'People', to: '/people' },
  { key: 'F6', name: 'Legend', to: '/legend' },
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

const OF_THE_KIND: ReadonlySet<string> = new Set<KindSheetName>([
  'card',
  'winding',
  'connection',
  'search',
  'cut',
]);

/** The sheets that a motor of this kind has, each with the key it has for every kind. */
export function sheetsOf(kind: string) {
  const { sheets } = kindViews(kind);
  return MOTOR_SHEETS.filter(({ to }) => !OF_THE_KIND.has(to.slice(1)) || to.slice(1) in sheets);
}
