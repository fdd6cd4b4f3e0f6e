/** The cut sheet: pieces to scale with their sizes, sleeving and leads, the coil former, wire and its reels. */
import { machineKind, showSize, SLOT_FIELDS, type CutItem, type CutList } from '@norther/core';
import { cutPiece, slotSection } from '@norther/drawings';
import { useState } from 'react';
import { Link } from 'react-router';
import type { MotorFile } from '../app/api.ts';
import { useCard } from '../data-card/use-card.ts';
import { TypedField } from '../kit/fields.tsx';
import { FindingList } from '../kit/finding-list.tsx';
import { Key } from '../kit/key.tsx';
import { SceneView } from '../kit/scene-view.tsx';
import { Sheet, View } from '../sheet/sheet.tsx';
import { WorkingPanel } from '../kit/working-panel.tsx';
import type { Figure } from '@norther/core';
import { useCut } from './use-cut.ts';

export function CutSheet({ file }: { file: MotorFile }) {
  const { cut, checked, role, machine } = useCut(file);
  const [chosen, setChosen] = useState<CutItem['id']>('liner');
  const [working, setWorking] = useState<Figure | null>(null);
  if (!cut?.ok)
    return (
      <Sheet file={file}>
        <View letter="A" name="Cut sheet" className="p-6">
          <h2 className="text-[21px]">Nothing to cut yet.</h2>
          <FindingList findings={cut ? cut.findings : checked.findings} />
          <p className="mt-2 text-[15px]">
            <Link to={`/motor/${encodeURIComponent(file.motor.number)}/card`} className="underline">
              The data card
            </Link>{' '}
            must describe a winding, and give the slot’s size.
          </p>
        </View>
      </Sheet>
    );
  const list = cut.value;
  const item = list.items.find((i) => i.id === chosen) ?? list.items[0]!;
  const base = `/api/motors/${encodeURIComponent(file.motor.number)}`;
  const pieces = (id: 'coil-sleeving' | 'lead-cable') =>
    list.soft.filter((s) => s.id === id).reduce((n, s) => n + s.count, 0);
  return (
    <Sheet file={file} columns="4fr 5fr 3fr">
      <View letter="A" name="The slot and its pieces" note="to scale, mm" className="overflow-auto px-3 py-2">
        <div className="grid grid-cols-2 gap-2">
          <div>
            <h2 className="text-[15px]">
              Slot{' '}
              <span className="font-medium text-graphite">
                {list.shape.measured ? 'as measured' : 'worked out: measure it'}
              </span>
            </h2>
            <SceneView scene={slotSection(list.shape, { width: 210, height: 250 })} />
          </div>
          <div>
            <h2 className="text-[15px]">{item.name}</h2>
            <SceneView scene={cutPiece(item, { width: 210, height: 250 })} />
          </div>
        </div>
        <p className="text-[13px] text-graphite">Dashed: fold. Chain line: cuff folded back.</p>
        <SlotFields file={file} />
      </View>
      <View letter="B" name="To cut and to buy" className="overflow-auto px-3 py-2">
        <p className="fig text-[17px] font-bold">{machine.shorthand.write(checked.typed)}</p>
        <p className="mb-2 text-[13px] text-graphite">
          {role === 'proposed' ? 'as proposed' : 'as found'}; {pieces('coil-sleeving')} free ends,{' '}
          {pieces('lead-cable')} leads
        </p>
        <Pieces list={list} chosen={item.id} onChoose={setChosen} onWorking={setWorking} />
        <h2 className="mt-3 border-b-2 border-ink text-[15px]">Sleeving, leads, cord</h2>
        <table className="w-full text-[14px]">
          <tbody>
            {list.soft.map((s) => (
              <tr key={s.name} className="border-b border-grid">
                <td className="py-1 leading-tight">
                  <b className="font-[620]">{s.name}</b>
                  <span className="block text-[13px] text-graphite">{s.what}</span>
                </td>
                <td className="fig text-right whitespace-nowrap">
                  {s.each ? `${s.count} × ${s.each.value.toFixed(0)} mm` : ''}
                </td>
                <td className="fig w-20 text-right text-[16px] whitespace-nowrap">{s.totalM.toFixed(1)} m</td>
              </tr>
            ))}
          </tbody>
        </table>
        <h2 className="mt-3 border-b-2 border-ink text-[15px]">Wire</h2>
        <table className="w-full text-[14px]">
          <tbody>
            {list.wire.map((w) => (
              <tr key={`${w.of} ${w.strand.bareDiameterMm}`} className="border-b border-grid">
                <td className="py-1 leading-tight">
                  {w.of && <b className="font-[620]">{w.of}: </b>}
                  <b className="fig text-[16px]">
                    {w.strand.count} × {showSize(w.strand)}
                  </b>{' '}
                  in hand
                  <span className="block text-[13px] text-graphite">
                    {w.take.length > 0
                      ? `from ${w.take.map((t) => `${t.reel.id} ${t.massKg.toFixed(1)} kg`).join(', ')}${w.respool ? '; spool over, so that they run together' : ''}`
                      : 'none on the reels'}
                  </span>
                </td>
                <td className="fig text-right">{w.lengthM.toFixed(0)} m</td>
                <td className="fig w-20 text-right text-[16px]">{w.massKg.toFixed(2)} kg</td>
              </tr>
            ))}
          </tbody>
        </table>
        <div className="mt-2">
          <FindingList findings={list.findings} />
        </div>
        <p className="no-print mt-3 flex flex-wrap gap-x-4 gap-y-1 text-[15px]">
          <a className="underline" href={`${base}/cut.pdf?winding=${role}`}>
            Cut sheet as PDF
          </a>
          <a className="underline" href={`${base}/cut.dxf?winding=${role}`} download>
            Shapes as DXF
          </a>
          <a className="underline" href={`${base}/cut.csv?winding=${role}`} download>
            List as CSV
          </a>
        </p>
      </View>
      <View letter="C" name={working ? 'The working' : 'Coil former'} className="overflow-auto px-3 py-2">
        {working ? (
          <WorkingPanel figure={working} onClose={() => setWorking(null)} />
        ) : (
          <>
            {list.formers.map(({ name, former }) => (
              <Former key={name} name={name} former={former} />
            ))}
            <FormerNotes correctionMm={list.formers[0]!.former.correctionMm} />
          </>
        )}
      </View>
    </Sheet>
  );
}

function Pieces({
  list,
  chosen,
  onChoose,
  onWorking,
}: {
  list: CutList;
  chosen: CutItem['id'];
  onChoose: (id: CutItem['id']) => void;
  onWorking: (figure: Figure) => void;
}) {
  return (
    <table className="w-full text-[14px]">
      <thead>
        <tr className="border-b-2 border-ink text-left text-[13px] text-graphite">
          <th className="font-medium">cut</th>
          <th className="text-right font-medium">wide mm</th>
          <th className="text-right font-medium">long mm</th>
          <th className="text-right font-medium">pieces</th>
          <th className="text-right font-medium">of roll, waste</th>
        </tr>
      </thead>
      <tbody>
        {list.items.map((i) => (
          <tr
            key={i.id}
            className={`border-b border-grid ${chosen === i.id ? 'bg-wash' : ''}`}
            onClick={() => onChoose(i.id)}
          >
            <td className="py-1 leading-tight">
              <button
                type="button"
                aria-pressed={chosen === i.id}
                className="text-left font-[620] max-xl:min-h-12"
                onClick={() => onChoose(i.id)}
              >
                {i.name}
              </button>
              <span className="block text-[13px] text-graphite">
                {i.material}, {i.thicknessMm} mm
              </span>
            </td>
            {[i.width, i.length].map((f) => (
              <td key={f.id} className="text-right">
                <button
                  type="button"
                  aria-label={`Working of ${f.name}`}
                  className="fig text-[19px] font-bold underline decoration-hair underline-offset-4"
                  onClick={(e) => {
                    e.stopPropagation();
                    onChoose(i.id);
                    onWorking(f);
                  }}
                >
                  {f.id.endsWith('idth') ? f.value.toFixed(1) : f.value.toFixed(0)}
                </button>
              </td>
            ))}
            <td className="fig text-right text-[19px] font-bold">{i.count}</td>
            <td className="fig text-right whitespace-nowrap">
              {i.roll
                ? `${(i.roll.lengthMm / 1000).toFixed(2)} m, ${(100 * i.roll.waste).toFixed(0)} %`
                : '–'}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Former({ name, former }: CutList['formers'][number]) {
  const [first] = former.coils;
  const alike = former.coils.every((c) => c.perimeterMm === first!.perimeterMm && c.turns === first!.turns);
  return (
    <section className="mb-4">
      {name && <h2 className="border-b-2 border-ink text-[17px] font-[650]">{name}</h2>}
      <p className="text-[15px]">
        <b className="fig text-[19px]">{former.gangs}</b> gangs of{' '}
        <b className="fig text-[19px]">{former.gang}</b>
        {alike ? ' alike' : ', one inside the other'}
      </p>
      {former.coils.slice(0, alike ? 1 : undefined).map((c) => (
        <table key={c.place} className="mt-2 w-full text-[14px]">
          <caption className="border-b-2 border-ink text-left text-[14px] font-[650]">
            {alike ? `Every coil, span 1-${c.pitch + 1}` : `Coil ${c.place}, span 1-${c.pitch + 1}`}
          </caption>
          <tbody>
            {(
              [
                ['turns counter', String(c.turns), 'turns'],
                ['round the loop, mid bundle', c.perimeterMm.toFixed(0), 'mm'],
                ['straight part', c.straightMm.toFixed(0), 'mm'],
                ['throw', c.throwMm.toFixed(0), 'mm'],
                ['head, each end', c.headMm.toFixed(0), 'mm'],
              ] as const
            ).map(([label, value, unit], i) => (
              <tr key={label} className="border-b border-grid">
                <td className="py-0.5 text-graphite">{label}</td>
                <td className={`fig text-right ${i < 2 ? 'text-[19px] font-bold' : 'text-[15px]'}`}>
                  {value}
                </td>
                <td className="fig w-12 pl-1 text-[13px] text-graphite">{unit}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ))}
    </section>
  );
}

function FormerNotes({ correctionMm }: { readonly correctionMm: number }) {
  return (
    <>
      <p className="mt-2 text-[13px] text-graphite">
        {correctionMm
          ? `The trial coil is taken into account: ${correctionMm > 0 ? '+' : '−'}${Math.abs(correctionMm).toFixed(0)} mm round.`
          : 'Wind one coil, lay it into its slots, measure how far it stands out, and enter that on the left: the loop is then corrected.'}
      </p>
      <p className="mt-1 text-[13px] text-graphite">
        The loop is the turn its wire is measured by: two straights, four straight legs that meet over the
        middle, sides as far apart along the bore as their slots.
      </p>
    </>
  );
}

/** The slot's own sizes belong to the card; they can be taken here too. */
function SlotFields({ file }: { file: MotorFile }) {
  const card = useCard(file, 'as-found');
  // What the card of its kind takes of them.
  const own = new Set(machineKind(file.motor.kind).card.flatMap((s) => s.fields.map((f) => f.id)));
  return (
    <form
      className="mt-2"
      onSubmit={(e) => {
        e.preventDefault();
        void card.save();
      }}
    >
      <h2 className="border-b-[1.5px] border-ink text-[15px]">Measured on the core and on a trial coil</h2>
      <div className="mt-1 grid grid-cols-3 gap-x-3 gap-y-1.5">
        {SLOT_FIELDS.filter((f) => own.has(f.id) && f.id !== 'rotorBars' && f.id !== 'airGap').map((f) => (
          <TypedField
            key={f.id}
            field={f}
            value={card.typed[f.id] ?? ''}
            onType={(v) => card.type({ [f.id]: v })}
            doubts={card.checked.findings.filter((x) => x.fields.includes(f.id))}
          />
        ))}
      </div>
      <div className="mt-2 flex gap-2">
        <Key primary type="submit" disabled={!card.open || card.saving}>
          Put on the card
        </Key>
        {card.open && <Key onClick={card.drop}>Undo</Key>}
      </div>
    </form>
  );
}
