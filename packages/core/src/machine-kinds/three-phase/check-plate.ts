/**
 * The card against the plate: its connection, and a plate that cannot be read.
 * Source: phase volts are line volts in delta and line volts / √3 in star, first principles.
 */
import { checkUnread } from '../check-unread.ts';
import { NAMEPLATE_FIELDS } from './plate.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';
import type { Nameplate } from '../../winding/nameplate/index.ts';
import type { DataCard } from './data-card.ts';

/** Without these the winding cannot be held against the plate. */
const HELD_AGAINST = ['voltage', 'current', 'frequency', 'plateConnection'];

export function checkPlate(card: DataCard, plate: Nameplate): Finding[] {
  const found = checkUnread(plate, NAMEPLATE_FIELDS, HELD_AGAINST);
  // What a proposal is for may be another voltage, and then the plate's connection says nothing.
  if (plate.connection && card.connection && plate.connection !== card.connection && !card.forVoltage) {
    const says = (c: 'star' | 'delta') => (c === 'star' ? 'star Y' : 'delta Δ');
    found.push(
      finding(
        // Counted on the winding itself, the contradiction must be cleared; a proposal may mean it.
        card.endsPerLead || card.starJoint ? 'stop' : 'watch',
        'card.connection-against-plate',
        `The plate says ${says(plate.connection)}, the card ${says(card.connection)}: at the same volts each phase would get ${card.connection === 'delta' ? '1.73 times' : '0.58 of'} the volts it was wound for. Look at the star joint and the plate again.`,
        ['connection', 'starJoint'],
        'A motor that was reconnected for another voltage has its plate corrected on the sheet Motor.',
      ),
    );
  }
  return found;
}
