/** The card of a single-phase motor as it is being typed: its sheets are opened for no other. */
import { asSinglePhase } from '@norther/core';
import { useCard } from '../../data-card/use-card.ts';

export function useSingleCard(...of: Parameters<typeof useCard>) {
  const card = useCard(...of);
  const checked = asSinglePhase(card.checked);
  if (!checked) throw new Error('This sheet is for single-phase motors.');
  return { ...card, checked };
}
