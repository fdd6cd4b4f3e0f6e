/** Which limits are held to: a published set, or one of the shop’s own. */
import { PUBLISHED_SETS } from '@norther/core';
import { Choice } from '../kit/choice.tsx';
import { useCriteriaSetsQuery } from './criteria-api.ts';

export function CriteriaChoice({
  label,
  none,
  value,
  onChoose,
}: {
  readonly label: string;
  /** What nothing chosen means. */
  readonly none: string;
  readonly value: string;
  readonly onChoose: (value: string) => void;
}) {
  const { data: own = [] } = useCriteriaSetsQuery();
  const options = [
    ...PUBLISHED_SETS.map((s) => ({ value: s.id, label: s.name })),
    ...own.filter((s) => s.retiredAt === null || s.id === value).map((s) => ({ value: s.id, label: s.name })),
  ];
  return (
    <label className="block text-[13px] text-graphite">
      {label}
      <Choice
        label={label}
        value={value}
        none={none}
        options={options}
        onChoose={onChoose}
        className="mt-0.5 min-h-10 w-full border-[1.5px] border-ink bg-field px-2 text-[15px] text-ink max-xl:min-h-12"
      />
    </label>
  );
}
