/** The face for words has no arrows or Greek; what it lacks is spelled out. */
export const printable = (text: string) =>
  text
    .replaceAll('delta Δ', 'delta')
    .replaceAll('Δ', 'D')
    .replaceAll('Ω', 'ohm')
    .replaceAll('−', '-')
    .replaceAll('≥', 'at least')
    .replaceAll('θ', 'T')
    .replaceAll('√', 'root ')
    .replaceAll('→', 'to');
