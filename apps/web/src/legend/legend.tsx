/** The legend: what every line and mark means, on all sheets. */
import { GAP_DENSITY } from '@norther/core';
import { LimitScale } from '../kit/limit-scale.tsx';
import { Caution } from '../kit/key.tsx';
import { BodyMark, PhaseBox, VerdictMark, VERDICT_WORD } from '../kit/marks.tsx';
import { Sheet, View } from '../sheet/sheet.tsx';
import { SheetName } from '../kit/sheet-name.tsx';

const KEYS = [
  ['/', 'to the scan line, from anywhere'],
  ['F1 F2 F3 F4 F6', 'floor, take a motor in, stores, people, legend'],
  ['F8 F9', 'heat, plan'],
  ['F3 2, F4 2 to 4', 'library; routes, what the shop has decided, ovens'],
  ['1 2 3 4', 'motor, card, traveller, tests'],
  ['22, 42 …', 'a digit more: the other sheets, as on their tabs'],
  ['Alt A to E', 'to a view of the sheet'],
  ['Enter', 'opens or takes the next thing; in a form, on to the next field'],
  ['Esc', 'closes one level'],
  ['↑ ↓', 'row, joint'],
  ['← →', 'coil, on the winding bench'],
  ['W', 'as found, proposed, as wound'],
  ['G', 'light the coil, its group, its circuit'],
  ['Space X', 'joint made or opened; joint is wrong'],
  ['N S 0', 'what the compass shows; ⌫ one back'],
  ['[ ]', 'turns the connection drawing'],
  ['Ctrl S', 'saves the card'],
  ['D', 'light or dark sheet'],
  ['P', 'prints the sheet'],
] as const;

const SHORTHAND = [
  ['48s', 'slots'],
  ['4p', 'poles'],
  ['1-11', 'coil span, a pitch of 10 slots'],
  ['T12', 'turns in a coil'],
  ['3x0.95+1x0.90', 'wires in hand, bare mm; 2x#18 for gauge; 1x0.95/1.04 with over enamel'],
  ['2Y', 'circuits and star; 2D for delta'],
  ['E4', 'coil ends counted on a lead'],
  ['L2', 'layers; L1 one side a slot'],
  ['1-12,1-10,1-8', 'concentric, a span for each coil of a group'],
  ['T14,14,12', 'uneven turns; a stroke parts two kinds of group'],
  ['cp g3-2-3-2 K1', 'consequent poles, coils in each group, skew in slots'],
  ['6L 6PW 9L 12L', 'leads: star–delta, part winding, two voltages'],
  ['CT VT CPW', 'two speeds: constant torque, variable torque, constant power'],
] as const;

export function Legend() {
  return (
    <Sheet columns="1fr 1fr 1fr" title={<SheetName name="Legend">what every line and mark means</SheetName>}>
      <View reading letter="A" name="Marks" className="space-y-5 overflow-auto p-4">
        <div className="grid grid-cols-2 gap-3">
          {(['sound', 'watch', 'stop', 'to-come'] as const).map((v) => (
            <span key={v} className="flex items-center gap-3 text-[16px]">
              <VerdictMark verdict={v} size={30} /> {VERDICT_WORD[v]}
            </span>
          ))}
        </div>
        <div>
          <LimitScale scale={GAP_DENSITY} value={0.51} before={0.77} width={340} />
          <p className="text-[14px] text-graphite">
            Plain: sound. One hatch: watch. Crossed: stop. Filled needle: this motor now. Open needle: before,
            or as found.
          </p>
        </div>
        <div className="space-y-2">
          {(['U', 'V', 'W'] as const).map((p) => (
            <span key={p} className="flex items-center gap-3 text-[15px]">
              <PhaseBox phase={p} size={24} /> phase {p}:{' '}
              {{ U: 'solid line', V: 'double line', W: 'dashed line' }[p]}
            </span>
          ))}
          <p className="text-[14px] text-graphite">
            In a slot: filled goes, open returns. Inner cell: bore side, first side of its coil. The coil in
            hand is copper.
          </p>
        </div>
        <div className="space-y-2">
          {(['stator', 'rotor', 'motor'] as const).map((b) => (
            <span key={b} className="flex items-center gap-3 text-[15px]">
              <BodyMark body={b} state="working" size={22} />
              <BodyMark body={b} state="waiting" size={18} />
              <BodyMark body={b} state="held" size={18} />
              {b}: somebody has it, it waits, it is held
            </span>
          ))}
        </div>
        <Caution
          name="Caution"
          text="An ink block with a struck edge is for what can hurt, at the step where it can."
        />
      </View>
      <View reading letter="B" name="The winding in one line" className="overflow-auto p-4">
        <p className="fig mb-3 bg-tint p-2 text-[16px]">48s 4p 1-11 T12 3x0.95+1x0.90 2Y</p>
        <Table rows={SHORTHAND} />
        <p className="mt-4 text-[14px] text-graphite">
          Any order, either case. Figures take a comma or a point and their unit: 0.042 in, 280 F, 20 hp, #18,
          5 5/8 in. A temperature is not a rise: 80 °F of rise is 44.4 K.
        </p>
      </View>
      <View reading letter="C" name="Keys" className="overflow-auto p-4">
        <Table rows={KEYS} />
      </View>
    </Sheet>
  );
}

function Table({ rows }: { rows: readonly (readonly [string, string])[] }) {
  return (
    <table className="w-full">
      <tbody>
        {rows.map(([a, b]) => (
          <tr key={a} className="border-b border-grid align-top">
            <td className="fig py-1.5 pr-4 text-[15px] whitespace-nowrap">{a}</td>
            <td className="py-1.5 text-[15px]">{b}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
