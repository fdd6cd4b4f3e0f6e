/** Where a winding comes from that nobody saw in this core. */
import { text } from '../language/forms/index.ts';

export const TAKEN_FROM = text('takenFrom', 'Taken from', 'a machine like it', 80);
