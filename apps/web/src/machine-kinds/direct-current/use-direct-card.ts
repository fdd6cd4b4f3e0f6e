/** The card of a machine with a commutator as it is being typed: its sheets are opened for no other. */
import { asCommutatorCard } from '@norther/core';
import { useCard } from '../../data-card/use-card.ts';

export function useDirectCard(...of: Parameters<typeof useCard>) {
  const card = useCard(...of);
  const checked = asCommutatorCard(card.checked);
  if (!checked) throw new Error('This sheet is for machines with a commutator.');
  return { ...card, checked };
}
