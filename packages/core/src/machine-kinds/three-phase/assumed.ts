/** What is taken of a three-phase card where a field is left empty: shown in its place, never as if it had been typed. */
import type { Typed } from '../../language/forms/index.ts';
import { kindOf, readDataCard } from './data-card.ts';

/**
 * @param joining what the shop has decided of joints where a card is silent
 * Source: the same that laying out and joining take; three leads and whole groups are the common case, no source.
 */
export function assumedOnCard(typed: Typed, joining: Typed): Typed {
  const { kind: _said, ...card } = readDataCard(typed).card;
  return { kind: kindOf(card), layers: '2', leads: 'three', grouping: 'whole', ...joining };
}
