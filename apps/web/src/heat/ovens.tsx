/** Ovens and programmes of the shop: entered once by a lead, used for every load. */
import {
  checkTreatment,
  lagOfOven,
  OVEN_FIELDS,
  PROGRAMME_FIELDS,
  readOven,
  readProgramme,
  tauOfMass,
  TREATMENT_FIELDS,
  TREATMENT_KINDS,
  type TreatmentKind,
} from '@norther/core';
import type { HeatAnswer, NamedItem } from '@norther/records';
import { useSessionQuery } from '../app/api.ts';
import { unwrap } from '../app/use-act.ts';
import { NamedItems, type Keep, type Turn } from '../sheet/named-items.tsx';
import { Sheet, View } from '../sheet/sheet.tsx';
import { SheetName } from '../kit/sheet-name.tsx';
import {
  useHeatQuery,
  useRetireHeatItemMutation,
  useSaveHeatItemMutation,
  type HeatList,
} from './heat-api.ts';

export function Ovens() {
  const { data: heat } = useHeatQuery();
  const { data: session } = useSessionQuery();
  const lead = session?.role === 'lead';
  const [save] = useSaveHeatItemMutation();
  const [retire] = useRetireHeatItemMutation();
  const sends = (list: HeatList) => ({
    keep: (entry: Parameters<Keep>[0]) => unwrap(save({ list, ...entry })),
    turn: (entry: Parameters<Turn>[0]) => unwrap(retire({ list, ...entry })),
  });
  return (
    <Sheet
      columns="1fr 1fr 1fr"
      title={
        <SheetName name="Ovens">ovens and furnaces, programmes of their materials, impregnation</SheetName>
      }
    >
      <View letter="A" name="Ovens and furnaces" note={lead ? '' : 'read only'} className="overflow-auto p-4">
        <NamedItems
          {...sends('ovens')}
          list="ovens"
          word="oven"
          fields={OVEN_FIELDS}
          items={heat?.ovens ?? []}
          lead={lead}
          check={(typed) => readOven(typed).findings}
          about={(item) => learned(heat, item)}
        />
      </View>
      <View
        letter="B"
        name="Programmes"
        note="from the data sheet of the material"
        className="overflow-auto p-4"
      >
        <NamedItems
          {...sends('programmes')}
          list="programmes"
          word="programme"
          fields={PROGRAMME_FIELDS}
          items={heat?.programmes ?? []}
          lead={lead}
          check={(typed) => readProgramme(typed).findings}
          about={({ typed }) => {
            const { programme } = readProgramme(typed);
            return programme?.activationJPerMol
              ? `${Math.round(programme.activationJPerMol / 1000)} kJ/mol by the two lines of its sheet: counted by equivalence`
              : 'counted by the longest time at temperature';
          }}
        />
      </View>
      <View
        letter="C"
        name="Impregnation"
        note="dip, vacuum, pressure, trickle, bonding"
        className="overflow-auto p-4"
      >
        <NamedItems
          {...sends('treatments')}
          list="treatments"
          word="treatment"
          fields={TREATMENT_FIELDS}
          items={heat?.treatments ?? []}
          lead={lead}
          check={checkTreatment}
          about={({ typed }) =>
            [TREATMENT_KINDS[typed['kind'] as TreatmentKind], typed['material']].filter(Boolean).join(', ')
          }
        />
      </View>
    </Sheet>
  );
}

function learned(heat: HeatAnswer | undefined, item: NamedItem): string {
  const pasts = heat?.ovens.find((o) => o.id === item.id)?.pasts ?? [];
  const lag = lagOfOven(pasts);
  const at100 = Math.round(tauOfMass(lag, 100));
  return lag.from === 0
    ? `no load was read in it yet: a part of 100 kg is taken to lag by ${at100} min`
    : `100 kg lag by ${at100} min, give or take ${Math.round(100 * lag.spread)} %, from ${lag.from} loads`;
}
