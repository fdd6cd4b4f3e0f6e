/** A plate that cannot be read stops a card that would be held against it. Source: none, a rule of this program. */
import type { Form } from '../language/forms/index.ts';
import type { Nameplate } from '../winding/nameplate/index.ts';
import { finding, type Finding } from '../language/quantity/index.ts';

/**
 * @param form of the plate, for the names of its entries
 * @param depends entries that the winding is held against
 */
export function checkUnread({ unread = [] }: Nameplate, form: Form, depends: readonly string[]): Finding[] {
  const wanted = form.filter((f) => depends.includes(f.id) && unread.includes(f.id));
  return wanted.length === 0
    ? []
    : [
        finding(
          'stop',
          'card.plate-unread',
          `The plate's ${wanted.map((f) => f.label.toLowerCase()).join(' and ')} cannot be read as written, so the winding is held against nothing there. Read the plate again on the sheet Motor, or clear what is illegible.`,
          // No field of the card.
          [],
        ),
      ];
}
