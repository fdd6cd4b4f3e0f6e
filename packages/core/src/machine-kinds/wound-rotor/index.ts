/** Slip-ring rotors. */
export * from './ring-volts.ts';
