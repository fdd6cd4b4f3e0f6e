/** PINs and passphrases: how they are kept, and which are too easy. */
import { finding, type Finding } from '@norther/core';
import { hash, verify } from '@node-rs/argon2';

export const hashPin = (pin: string): Promise<string> => hash(pin);
export const checkPin = (pinHash: string, pin: string): Promise<boolean> => verify(pinHash, pin);

const DIGITS = 6;
const LETTERS = 8;

/** Refuses what a stranger tries first; digits want six, anything else eight characters. */
export function weakPin(pin: string, name: string): Finding | null {
  const say = (code: string, message: string) => finding('stop', `pin.${code}`, message, ['pin']);
  const digits = /^\d+$/.test(pin);
  if (digits && pin.length < DIGITS) return say('too-short', `A PIN has at least ${DIGITS} digits.`);
  if (!digits && pin.length < LETTERS)
    return say('too-short', `A passphrase has at least ${LETTERS} characters.`);
  if (/^(.)\1*$/.test(pin)) return say('too-easy', 'All alike is the first thing that is tried.');
  if (digits && isRun(pin)) return say('too-easy', 'A run of digits is among the first that are tried.');
  if (name.trim().length > 3 && pin.toLowerCase().includes(name.trim().toLowerCase()))
    return say('too-easy', 'Not the name itself.');
  return null;
}

/** Every digit the same step from the one before: 123456, 987654, 135791. */
function isRun(pin: string): boolean {
  const steps = [...pin].slice(1).map((d, i) => (Number(d) - Number(pin[i]) + 10) % 10);
  return new Set(steps).size === 1;
}
