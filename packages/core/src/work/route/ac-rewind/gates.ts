/** What the gates of an AC rewind ask for. */
import type { Stage, TestKindId } from '../../../test-kinds/index.ts';
import { testsWanted, type Gate } from '../route.ts';

/** The gates before the step that would destroy what is not on the card. */
export const CARD_GATES: readonly Gate[] = [
  { id: 'before-stripping', title: 'Gate before the saw', wants: [{ card: 'stripping' }] },
  { id: 'before-burn-off', title: 'Gate before burn-off', wants: [{ card: 'burning' }] },
  { id: 'before-pulling', title: 'Gate before pulling', wants: [{ card: 'pulling' }] },
  { id: 'before-winding', title: 'Gate before winding', wants: [{ card: 'winding' }] },
];

/** The same where nothing is burnt off. @param stripping what the first one is called */
export const unburntCardGates = (stripping: string): readonly Gate[] =>
  CARD_GATES.filter((g) => g.id !== 'before-burn-off').map((g) =>
    g.id === 'before-stripping' ? { ...g, title: stripping } : g,
  );

/**
 * The gates that are opened by readings: after cure a reversed group means doing it all again, an under-cured stator and a
 * rotor out of balance are found before assembly or by the customer, who sees only the outside.
 * @param ohms the test of the winding's resistance, by kind of machine; runs those of the finished motor
 * Source: which readings a motor goes on with: common practice, no source; their limits stand with each reading.
 */
export const testGates = (
  ohms: TestKindId,
  runs: readonly (readonly [TestKindId, string])[],
): readonly Gate[] => {
  const at = (stage: Stage, ...wants: readonly (readonly [TestKindId, string])[]) =>
    testsWanted(...wants.map(([test, consequence]) => [test, stage, consequence] as const));
  return [
    {
      id: 'before-varnish',
      title: 'Gate before varnish',
      wants: at(
        'before-varnish',
        ['polarity', 'A reversed group cannot be mended under varnish.'],
        ['insulation', 'Varnish seals a damaged liner in.'],
        [ohms, 'A bad joint cannot be reached under varnish.'],
      ),
    },
    {
      id: 'before-assembly',
      title: 'Gate before assembly',
      wants: [
        ...at('bare', ['core-loss', 'A core that got worse runs hot for life.']),
        ...at('varnished', ['cure', 'An under-cured winding is soft and sheds.']),
        ...at('final', ['balance', 'A rotor out of balance takes the bearings with it.']),
      ],
    },
    {
      id: 'before-shipping',
      title: 'Gate before shipping',
      wants: at(
        'final',
        ['insulation', 'The last thing measured before it leaves.'],
        [ohms, 'A joint may have opened in assembly.'],
        ...runs,
      ),
    },
  ];
};
