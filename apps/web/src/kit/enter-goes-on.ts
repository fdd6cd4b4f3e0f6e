/** Enter in a field: on to the next one that is shown, as on a paper card one moves on by writing. */
import type { KeyboardEvent } from 'react';

/** The focus stays in the form: keys typed next belong to a field, never to the sheet. */
export function enterGoesOn(e: KeyboardEvent<HTMLElement>) {
  if (e.key !== 'Enter' || e.shiftKey || e.ctrlKey || e.metaKey) return;
  const form = e.currentTarget.closest('form, [data-form]');
  if (!form) return;
  const fields = [
    ...form.querySelectorAll<HTMLElement>(
      'input:not([disabled]), button[role=combobox]:not([disabled]), textarea, button[data-primary]:not([disabled])',
    ),
    // What is folded away takes no focus.
  ].filter((f) => f.getClientRects().length > 0);
  const next = fields[fields.indexOf(e.currentTarget) + 1];
  // From the last field Enter reaches the key, so that nothing is signed by one stroke too many; signing in is quick.
  if (next?.hasAttribute('data-primary') && form.hasAttribute('data-quick')) return;
  if (next) {
    e.preventDefault();
    next.focus();
    if (next instanceof HTMLInputElement) next.select();
  }
}
