/** The data card of a kind of machine by its own form: one line of shorthand, its sections, what follows, and a drawing. */
import { machineKind, type CheckedCard } from '@norther/core';
import type { Scene } from '@norther/drawings';
import { useMemo } from 'react';
import type { MotorFile } from '../../app/api.ts';
import { CardForm, useCardForm } from '../../data-card/card-form.tsx';
import { CardVerdict } from '../../data-card/card-verdict.tsx';
import { MergeBox } from '../../data-card/merge-box.tsx';
import type { useCard } from '../../data-card/use-card.ts';
import { FindingList } from '../../kit/finding-list.tsx';
import { SceneView } from '../../kit/scene-view.tsx';
import { Sheet, View } from '../../sheet/sheet.tsx';
import { ShorthandLine } from '../../kit/shorthand-line.tsx';

export function KindCard<P extends NonNullable<CheckedCard['plan']>>({
  file,
  card,
  plan,
  note,
  line,
  draw,
  legend,
  empty,
}: {
  readonly file: MotorFile;
  readonly card: ReturnType<typeof useCard>;
  readonly plan: P | null;
  readonly note: string;
  /** What the line of shorthand is of. */
  readonly line: string;
  readonly draw: (plan: P, size: number) => Scene;
  /** What the drawing's places mean, left and right under it. */
  readonly legend?: readonly [string, string];
  /** What is wanted before it can be drawn. */
  readonly empty: string;
}) {
  const { typed, checked } = card;
  const kind = machineKind(file.motor.kind);
  const { form, field, goTo } = useCardForm(
    card,
    kind.moments.flatMap((m) => m.needs),
  );
  const size = checked.findings.length > 1 ? 300 : 380;
  const scene = useMemo(() => plan && draw(plan, size), [plan, draw, size]);
  return (
    <Sheet file={file} columns="7.4fr 4.6fr">
      <View letter="A" name="Data card" note={note} className="overflow-auto px-4 py-2">
        <CardForm card={card} form={form}>
          <ShorthandLine
            typed={typed}
            onFill={card.type}
            findings={checked.findings}
            shorthand={kind.shorthand}
            label={line}
            hero
          />
          {card.clash && <MergeBox clash={card.clash} mine={typed} onMerge={card.merge} />}
          {/* What a proposal is for is no part of what was found. */}
          {kind.card
            .filter((s) => !s.folded)
            .map(({ title, fields }) => (
              <fieldset key={title ?? ''} className="mt-2">
                {title && (
                  <legend className="mb-1 w-full border-b-[1.5px] border-ink text-[15px] font-[650]">
                    {title}
                  </legend>
                )}
                <div className="grid grid-cols-2 gap-x-4 gap-y-1.5 sm:grid-cols-4">{fields.map(field)}</div>
              </fieldset>
            ))}
        </CardForm>
      </View>
      <View letter="B" name="What it says" reading className="overflow-auto px-3 py-2">
        <CardVerdict checked={checked} />
        <FindingList findings={checked.findings} onPick={goTo} />
        {scene ? (
          <>
            <div className="mt-1 flex justify-center">
              <SceneView scene={scene} />
            </div>
            {legend && (
              <p className="flex justify-between text-[13px] text-graphite">
                <span>{legend[0]}</span>
                <span>{legend[1]}</span>
              </p>
            )}
          </>
        ) : (
          <p className="mt-4 text-[14px] text-graphite">{empty}</p>
        )}
        {plan && (
          <section className="mt-2" aria-label="What follows from it">
            <table className="w-full text-[14px]">
              <tbody>
                {plan.lines.map(([label, value]) => (
                  <tr key={label} className="border-b border-grid align-top">
                    <td className="py-0.5 pr-3 text-graphite">{label}</td>
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
