/** The data card of a single-phase motor: main and start winding, with the drawing beside it and the checks under it. */
import { singlePhase } from '@norther/core';
import { singlePhaseBore } from '@norther/drawings';
import { useMemo } from 'react';
import type { MotorFile } from '../../app/api.ts';
import { CardForm, useCardForm } from '../../data-card/card-form.tsx';
import { CardVerdict } from '../../data-card/card-verdict.tsx';
import { MergeBox } from '../../data-card/merge-box.tsx';
import { FindingList } from '../../kit/finding-list.tsx';
import { SceneView } from '../../kit/scene-view.tsx';
import { Sheet, View } from '../../kit/sheet.tsx';
import { ShorthandLine } from '../../kit/shorthand-line.tsx';
import { useSingleCard } from './use-single-card.ts';

const NEEDED = singlePhase.moments.flatMap((m) => m.needs);
/** What a proposal is for is no part of what was found. */
const SECTIONS = singlePhase.card.filter((s) => !s.folded);
/** Lines of a plan before its figures repeat what is on the card. */
const FIGURES_FROM = 7;
const WIDE = new Set(['Main winding', 'Start winding']);

export function SingleCard({ file }: { readonly file: MotorFile }) {
  const card = useSingleCard(file, 'as-found');
  const { typed, checked } = card;
  const { form, field, goTo } = useCardForm(card, NEEDED);
  const crowded = checked.findings.length > 1;
  const { plan } = checked;
  const bore = useMemo(() => plan && singlePhaseBore(plan, { size: crowded ? 320 : 400 }), [plan, crowded]);
  return (
    <Sheet file={file} columns="7.4fr 4.6fr">
      <View letter="A" name="Data card" note="as found, single-phase" className="overflow-auto px-4 py-2">
        <CardForm card={card} form={form}>
          <ShorthandLine
            typed={typed}
            onFill={card.type}
            findings={checked.findings}
            shorthand={singlePhase.shorthand}
            label="Both windings, in one line"
            hero
          />
          {card.clash && <MergeBox clash={card.clash} mine={typed} onMerge={card.merge} />}
          {SECTIONS.map(({ title, fields }) => (
            <fieldset key={title ?? ''} className="mt-2">
              {title && (
                <legend className="mb-1 w-full border-b-[1.5px] border-ink text-[15px] font-[650]">
                  {title}
                </legend>
              )}
              <div
                className={`grid grid-cols-2 gap-x-4 gap-y-1.5 ${WIDE.has(title ?? '') ? 'sm:grid-cols-[1.5fr_1fr_1.2fr_0.9fr]' : 'sm:grid-cols-4'}`}
              >
                {fields.map(field)}
              </div>
            </fieldset>
          ))}
        </CardForm>
      </View>
      <View letter="B" name="What it says" className="overflow-auto px-3 py-2">
        <CardVerdict checked={checked} />
        <FindingList findings={checked.findings} onPick={goTo} />
        {bore ? (
          <>
            <div className="mt-1 flex justify-center">
              <SceneView scene={bore} />
            </div>
            <p className="flex justify-between text-[13px] text-graphite">
              <span>outside, solid: main winding</span>
              <span>inside, double: start winding</span>
            </p>
          </>
        ) : (
          <p className="mt-4 text-[14px] text-graphite">
            Both windings are drawn here as soon as slots, poles, spans, turns and wires of each, and the
            first slot of the start winding, are on the card.
          </p>
        )}
        {plan && (
          <section className="mt-2" aria-label="What follows from it">
            <table className="w-full text-[14px]">
              <tbody>
                {plan.lines.slice(FIGURES_FROM).map(([label, value]) => (
                  <tr key={label} className="border-b border-grid">
                    <td className="py-0.5 text-graphite">{label}</td>
                    <td className="fig py-0.5 text-right">{value}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
        )}
      </View>
    </Sheet>
  );
}
