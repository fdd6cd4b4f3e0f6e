/** The card of a motor with coils on teeth as it is being typed: its sheets are opened for no other. */
import { asToothCoil } from '@norther/core';
import { useCard } from '../../data-card/use-card.ts';

export function useToothCard(...of: Parameters<typeof useCard>) {
  const card = useCard(...of);
  const checked = asToothCoil(card.checked);
  if (!checked) throw new Error('This sheet is for motors with coils on teeth.');
  return { ...card, checked };
}
