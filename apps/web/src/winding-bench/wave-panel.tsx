/** All space harmonics, and those that will be noticed: crawling, cusps, noise. */
import { waveEffects, type WindingAnalysis } from '@norther/core';

export function WavePanel({
  analysis,
  rotorBars,
}: {
  readonly analysis: WindingAnalysis;
  readonly rotorBars: number | undefined;
}) {
  const { harmonics, balance, layout } = analysis;
  const effects = waveEffects(harmonics, layout.polePairs, layout.slots, rotorBars);
  return (
    <section aria-label="Waves" className="mt-2">
      <h2 className="border-b-2 border-ink text-[17px]">What will be noticed</h2>
      {effects.length === 0 ? (
        <p className="py-1 text-[14px] text-graphite">No order is strong enough to be noticed.</p>
      ) : (
        <ul>
          {effects.slice(0, 6).map((e, i) => (
            <li key={i} className="border-b border-grid py-1 text-[14px] leading-snug">
              <b className="font-[650]">
                {e.kind === 'crawl' ? 'Crawling' : e.kind === 'cusp' ? 'Dip in the torque' : 'Noise'}
              </b>{' '}
              {e.message}
              {e.share < 1 && (
                <span className="fig text-[13px] text-graphite"> {(100 * e.share).toFixed(1)} %</span>
              )}
            </li>
          ))}
        </ul>
      )}
      <p className="mt-1 text-[13px] text-graphite">
        From 3 % of the working wave on; common practice, no source.
        {rotorBars ? '' : ' Rotor bars are not on the card: the cage is left out.'}
      </p>
      <h2 className="mt-3 border-b-2 border-ink text-[17px]">Orders, ν / p</h2>
      <table className="w-full text-[14px]">
        <thead>
          <tr className="border-b border-ink text-left text-[13px] text-graphite">
            <th className="font-medium">order</th>
            <th className="text-right font-medium">pole pairs</th>
            <th className="text-right font-medium">factor</th>
            <th className="text-right font-medium">A for 1 A</th>
            <th className="pl-2 font-medium">runs</th>
          </tr>
        </thead>
        <tbody className="fig">
          {harmonics.map((h) => (
            <tr key={h.polePairs} className="border-b border-grid">
              <td>{Number.isInteger(h.order) ? h.order : h.order.toFixed(2)}</td>
              <td className="text-right">{h.polePairs}</td>
              <td className="text-right">{h.windingFactor.toFixed(3)}</td>
              <td className="text-right">{h.amplitudeA.toFixed(2)}</td>
              <td className="pl-2">
                {h.direction === 'with' ? 'with' : h.direction === 'against' ? 'against' : 'both ways'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-[13px] text-graphite">
        Negative sequence {(100 * balance.negativeSequence).toFixed(2)} %, zero sequence{' '}
        {(100 * balance.zeroSequence).toFixed(2)} %.{' '}
        {balance.phases
          .map(
            (p) =>
              `${p.phase} ${p.coils.toFixed(p.coils % 1 ? 1 : 0)} coils, ${p.magnitude.toFixed(2)} at ${p.angleDeg.toFixed(1)}°`,
          )
          .join('; ')}
        .
      </p>
    </section>
  );
}
