/** The card of a direct-current machine as it is being typed: its sheets are opened for no other. */
import { asDirectCurrent } from '@norther/core';
import { useCard } from '../../data-card/use-card.ts';

export function useDirectCard(...of: Parameters<typeof useCard>) {
  const card = useCard(...of);
  const checked = asDirectCurrent(card.checked);
  if (!checked) throw new Error('This sheet is for direct-current machines.');
  return { ...card, checked };
}
