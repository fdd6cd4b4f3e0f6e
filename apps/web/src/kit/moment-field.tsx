/** A day and a time: typed as people write it, or picked from a calendar; never a month before its day. */
import { CalendarDays } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useId, useState } from 'react';
import { DayPicker } from 'react-day-picker';
import { enGB } from 'react-day-picker/locale';
import { enterGoesOn } from './enter-goes-on.ts';
import { showMoment } from './moments.ts';
import { keptMoment, readMoment } from './read-moment.ts';

/** When things are fetched or sent. */
const HOURS = ['07:00', '09:00', '12:00', '14:00', '16:00', '18:00'];

export function MomentField({
  label,
  name,
  value,
  onType,
  doubt,
}: {
  readonly label: string;
  readonly name: string;
  /** As kept in a draft: see `keptMoment`. */
  readonly value: string;
  readonly onType: (kept: string) => void;
  readonly doubt?: string | undefined;
}) {
  const id = useId();
  const [writing, setWriting] = useState<string | null>(null);
  const [picking, setPicking] = useState(false);
  const read = value.trim() ? readMoment(value) : null;
  const at = read?.ok ? read.value : null;
  const wrong = read && !read.ok && writing === null ? read.message : doubt;
  const put = (next: Date) => onType(keptMoment(showMoment(next)));
  const onDay = (day: Date) => {
    const next = new Date(day);
    next.setHours(at?.getHours() ?? 16, at?.getMinutes() ?? 0);
    put(next);
  };
  const onHour = (clock: string) => {
    const next = at ? new Date(at) : new Date();
    const [h, m] = clock.split(':').map(Number);
    next.setHours(h!, m, 0, 0);
    put(next);
    setPicking(false);
  };
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="block text-[13px] text-graphite">
        {label}
      </label>
      <div className="flex h-9 items-stretch border-[1.5px] border-b-2 border-pencil border-b-ink bg-field focus-within:border-b-[3px] focus-within:border-b-copper max-xl:h-12">
        <input
          id={id}
          name={name}
          value={writing ?? (at ? showMoment(at) : value)}
          placeholder="Fri 18:00, 4 Dec 18:00"
          onFocus={(e) => e.target.select()}
          onChange={(e) => {
            setWriting(e.target.value);
            onType(keptMoment(e.target.value));
          }}
          onBlur={() => setWriting(null)}
          onKeyDown={enterGoesOn}
          autoComplete="off"
          autoCapitalize="off"
          spellCheck={false}
          aria-invalid={wrong !== undefined}
          className="min-w-0 flex-1 bg-transparent px-2 text-[16px] outline-none"
        />
        <Popover.Root open={picking} onOpenChange={setPicking}>
          <Popover.Trigger
            aria-label={`${label}: pick a day`}
            className="flex w-10 items-center justify-center border-l border-hair max-xl:w-12"
          >
            <CalendarDays size={18} strokeWidth={1.75} aria-hidden="true" />
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              align="end"
              sideOffset={2}
              collisionPadding={8}
              className="z-50 flex border-2 border-ink bg-paper p-3 shadow-[4px_4px_0_var(--hair)]"
            >
              <DayPicker
                mode="single"
                locale={enGB}
                weekStartsOn={1}
                selected={at ?? undefined}
                defaultMonth={at ?? undefined}
                onDayClick={onDay}
                classNames={CALENDAR}
              />
              <div className="ml-3 flex flex-col gap-1 border-l border-hair pl-3">
                <span className="pb-1 text-[13px] text-graphite">at</span>
                {HOURS.map((clock) => (
                  <button
                    key={clock}
                    type="button"
                    onClick={() => onHour(clock)}
                    className="fig min-h-8 border border-pencil px-2 text-[14px] max-xl:min-h-11"
                  >
                    {clock}
                  </button>
                ))}
              </div>
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      </div>
      {wrong && <p className="text-[13px] text-carmine">{wrong}</p>}
      {!wrong && writing !== null && at && (
        <p className="text-[13px] leading-tight text-copper">reads {showMoment(at)}</p>
      )}
    </div>
  );
}

const CALENDAR = {
  root: 'relative',
  month_caption: 'px-1 pb-2 text-[15px] font-[650]',
  nav: 'absolute top-0 right-0 flex gap-1',
  button_previous: 'flex size-7 items-center justify-center border border-pencil',
  button_next: 'flex size-7 items-center justify-center border border-pencil',
  chevron: 'size-4 fill-ink',
  month_grid: 'border-collapse',
  weekday: 'size-9 text-[13px] font-normal text-graphite max-xl:size-11',
  day: 'p-0 text-center',
  day_button: 'fig size-9 text-[15px] hover:bg-wash max-xl:size-11',
  selected: 'bg-copper text-on-copper',
  today: 'font-bold underline',
  outside: 'text-pencil',
} as const;
