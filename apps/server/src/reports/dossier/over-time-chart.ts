/** One figure over the visits as a curve, with the words that go with it. */
import { sayTrend, STAGES, trendOf, type Chart, type FigureOverTime } from '@norther/core';

const YEAR_MS = 365.25 * 86_400_000;

/** @returns null where the machine itself was read only once */
export function overTimeChart(
  f: FigureOverTime,
  now: number,
): { readonly chart: Chart; readonly words: string } | null {
  const own = f.readings.filter((r) => !r.sister);
  if (own.length < 2 && f.readings.length < 3) return null;
  const at = (iso: string) => (Date.parse(iso) - now) / YEAR_MS;
  const sisters = f.readings.filter((r) => r.sister);
  const trend = f.scale
    ? trendOf(
        own.map((r) => ({ at: Date.parse(r.at), value: r.value })),
        f.scale,
      )
    : null;
  return {
    chart: {
      title: `${f.title}, ${STAGES[f.stage]}: ${f.name}`,
      x: { name: 'before and after today', unit: 'years' },
      y: { name: f.name, unit: f.unit },
      lines: [
        { name: 'this machine', as: 'line', points: own.map((r) => [at(r.at), r.value]) },
        ...(sisters.length > 0
          ? [
              {
                name: 'sisters',
                as: 'points' as const,
                points: sisters.map((r) => [at(r.at), r.value] as const),
              },
            ]
          : []),
      ],
    },
    words: trend ? sayTrend(trend, f.unit) : 'One reading of this machine, held beside its sisters.',
  };
}
