/** What the shop has decided for all its motors; what it leaves open is shown as the default that holds instead. */
import { SETTINGS_DEFAULTS, SETTINGS_FIELDS, SETTINGS_GROUPS, type Field } from '@norther/core';
import type { SettingsRecord } from '@norther/records';
import { useSaveSettingsMutation, useSessionQuery, useShopQuery } from '../app/api.ts';
import { unwrap, useAct } from '../app/use-act.ts';
import { useDraft } from '../app/use-draft.ts';
import { CriteriaChoice } from '../criteria/criteria-choice.tsx';
import { TypedField } from '../kit/fields.tsx';
import { FootKeys, Key } from '../kit/key.tsx';
import { Sheet, View } from '../sheet/sheet.tsx';
import { SheetName } from '../kit/sheet-name.tsx';

export function ShopSettings() {
  const { data: shop } = useShopQuery();
  const set = SETTINGS_FIELDS.filter((f) => shop?.settings.typed[f.id]?.trim()).length;
  return (
    <Sheet
      title={
        <SheetName name="Shop">
          {set === 0 ? 'every default holds' : `${set} of ${SETTINGS_FIELDS.length} set by the shop`}
        </SheetName>
      }
    >
      <View
        letter="A"
        name="The shop has decided"
        note="for every motor that does not say otherwise"
        className="overflow-auto px-4 py-3"
      >
        {shop && <Settings key={shop.settings.version} settings={shop.settings} />}
      </View>
    </Sheet>
  );
}

/** Letters of the longest word a field shows by itself. */
const longest = (f: Field) => (f.kind === 'choice' ? Math.max(...f.options.map((o) => o.label.length)) : 0);

function Settings({ settings }: { settings: SettingsRecord }) {
  const { data: session } = useSessionQuery();
  const draft = useDraft('shop-settings', settings.typed, settings.version);
  const [save, { isLoading }] = useSaveSettingsMutation();
  const act = useAct();
  const lead = session?.role === 'lead';
  const keep = async () => {
    const problem = await act(
      unwrap(
        save({
          writeId: draft.writeId ?? crypto.randomUUID(),
          settings: { typed: { ...draft.typed }, version: draft.version },
        }),
      ),
      'The shop’s settings are saved.',
    );
    if (!problem) draft.drop();
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <div className="grid grid-cols-1 gap-x-8 gap-y-5 md:grid-cols-2 xl:grid-cols-3">
        {SETTINGS_GROUPS.map(({ title, fields }) => (
          <fieldset key={title} className="min-w-0">
            <legend className="mb-2 w-full border-b-2 border-ink text-[17px] font-[650]">{title}</legend>
            <div className="grid grid-cols-2 gap-x-3 gap-y-2">
              {fields.map((f) => (
                <div key={f.id} className={longest(f) > 14 || f.id === 'criteria' ? 'col-span-2' : ''}>
                  {f.id === 'criteria' ? (
                    <CriteriaChoice
                      label={f.label}
                      none="default: common practice"
                      value={draft.typed[f.id] ?? ''}
                      onChoose={(v) => draft.type({ [f.id]: v })}
                    />
                  ) : (
                    <TypedField
                      field={f}
                      value={draft.typed[f.id] ?? ''}
                      onType={(v) => draft.type({ [f.id]: v })}
                      assumed={SETTINGS_DEFAULTS[f.id]}
                      assumedWord="default"
                      suggestion={f.hint ? <span className="text-graphite">{f.hint}</span> : undefined}
                    />
                  )}
                </div>
              ))}
            </div>
          </fieldset>
        ))}
      </div>
      <FootKeys stays={draft.open} className="mt-3">
        <Key primary type="submit" disabled={!lead || !draft.open || isLoading}>
          Save for the shop
        </Key>
        {draft.open && <Key onClick={draft.drop}>Undo</Key>}
      </FootKeys>
      {!lead && <p className="mt-1 text-[14px] text-graphite">Only a lead changes what holds for all.</p>}
    </form>
  );
}
