/** Which of the windings of a motor a sheet shows: as found, proposed or as wound. */
import type { CheckedCard } from '@norther/core';
import { useEffect, useState } from 'react';
import type { useCard } from '../../data-card/use-card.ts';
import { isTyping } from '../../kit/is-typing.ts';
import type { Role } from '../../winding-bench/bench-state.ts';

type Card<C extends CheckedCard> = ReturnType<typeof useCard> & { readonly checked: C };
type There = 'as-found' | 'proposed' | 'as-wound';

/** W goes on to the next winding that there is, Escape closes what is open. */
export function useWindingRoles<C extends CheckedCard>(
  cards: Readonly<Record<There, Card<C>>>,
  onEscape: () => void,
) {
  const there = (['as-found', 'proposed', 'as-wound'] as const).filter(
    (r) => r === 'as-found' || cards[r].open || cards[r].record !== undefined,
  );
  const [wanted, setRole] = useState<Role>(there.includes('proposed') ? 'proposed' : 'as-found');
  const drawable = there.filter((r) => cards[r].checked.plan);
  const role: There = drawable.includes(wanted as There) ? (wanted as There) : (drawable[0] ?? 'as-found');
  const next = there[(there.indexOf(role) + 1) % there.length] ?? 'as-found';
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (isTyping(e.target) || e.ctrlKey || e.metaKey || e.altKey) return;
      if (e.key === 'Escape') onEscape();
      else if (e.key === 'w' || e.key === 'W') setRole(next);
      else return;
      e.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [next, onEscape]);
  return {
    there,
    role,
    setRole,
    /** Types into the proposal, and shows it. */
    toProposal: (fields: Readonly<Record<string, string>>) => {
      cards.proposed.type(fields);
      setRole('proposed');
    },
  };
}
