/**
 * Machines that stand under a certificate: what they are, and that their winding is not changed without one.
 * Source: IEC 60079-19 for explosion-protected equipment: a changed winding needs certification anew (from memory); the
 * others: common practice, no source.
 */
import { choice, text, type Typed } from '../../language/forms/index.ts';
import { finding, type Finding } from '../../language/quantity/index.ts';

export const CERTIFIED = {
  none: 'none',
  explosion: 'explosion-protected',
  mine: 'mine',
  marine: 'marine',
  naval: 'naval',
  nuclear: 'nuclear',
} as const;

export const CERTIFIED_FIELDS = [
  choice('certified', 'Certified as', CERTIFIED),
  text('certificate', 'Certificate for a changed winding', 'number; without it wound as it was', 80),
] as const;

/** What a certified machine is, in words; null for any other. */
export function certifiedAs(plate: Typed): string | null {
  const kind = plate['certified'] ?? '';
  return kind !== '' && kind !== 'none' && Object.hasOwn(CERTIFIED, kind)
    ? CERTIFIED[kind as keyof typeof CERTIFIED]
    : null;
}

/** A winding other than the one found needs a certificate of its own. Empty: it may be proposed. */
export function mayRedesign(plate: Typed): Finding[] {
  const kind = certifiedAs(plate);
  if (!kind || plate['certificate']?.trim()) return [];
  return [
    finding(
      'stop',
      'certified.no-redesign',
      `This motor is certified (${kind}): it is wound as it was, or its plate names the certificate for the change.`,
      ['certificate'],
      'The certificate stands for turns, wire and insulation as they were; local codes and the certifying body decide.',
    ),
  ];
}
