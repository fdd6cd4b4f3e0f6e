/** The line at the foot: a tag, a number, a name, a sheet, or what is to be done; Enter opens what fits. */
import { Command } from 'cmdk';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { useNavigate, useParams } from 'react-router';
import { useLazyFindMotorsQuery, useMotorQuery } from '../app/api.ts';
import { fitting, motorPlaces, sheetOfAnother, shopPlaces, type Place } from '../app/go-to.ts';
import { findUnit } from '../series/find-unit.ts';
import { showMessage, sheetTurned } from '../app/sheet-state.ts';
import { useAppDispatch } from '../app/store.ts';

const AWAY = 'The server cannot be reached; scan again when it is back.';

export function ScanLine() {
  const [words, setWords] = useState('');
  const [open, setOpen] = useState(false);
  const [picked, setPicked] = useState('');
  const [find, { data = [] }] = useLazyFindMotorsQuery();
  const { number } = useParams();
  const { currentData: here } = useMotorQuery(number ?? '', { skip: number === undefined });
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const box = useRef<HTMLInputElement>(null);
  const text = words.trim();
  useEffect(() => {
    if (!text) return;
    const timer = setTimeout(() => void find(text), 120);
    return () => clearTimeout(timer);
  }, [text, find]);

  const leave = () => {
    setWords('');
    setPicked('');
    setOpen(false);
    box.current?.blur();
  };
  const go = (to: string) => {
    leave();
    void navigate(to);
  };
  const motor = (n: string) => go(`/motor/${encodeURIComponent(n)}`);
  const ofMotor = here ? fitting(motorPlaces(here.motor.number, here.motor.kind), text) : [];
  const ofShop = fitting(shopPlaces(), text);
  const deeds = fitting(
    [
      { name: 'Dark or light sheet', words: 'theme', key: 'D', run: () => dispatch(sheetTurned()) },
      { name: 'Print this sheet', words: 'paper', key: 'P', run: () => window.print() },
    ],
    text,
  );
  const motors = text ? data : [];

  const enter = async () => {
    if (!text) return;
    const another = sheetOfAnother(text);
    // A scanner types faster than the list comes: ask for exactly this text.
    const list = await find(another?.number ?? text)
      .unwrap()
      .catch(() => null);
    if (list === null) return dispatch(showMessage({ text: AWAY, bad: true }));
    const exact = list.find((m) => m.number.toLowerCase() === (another?.number ?? text).toLowerCase());
    if (exact) return another ? go(another.to) : motor(exact.number);
    const place = [...ofMotor, ...ofShop].find((p) => p.id === picked) ?? ofMotor[0] ?? ofShop[0];
    const chosen = list.find((m) => `motor ${m.number}` === picked);
    const deed = deeds.find((d) => `do ${d.name}` === picked);
    if (chosen) return motor(chosen.number);
    if (deed) {
      leave();
      return deed.run();
    }
    if (place) return go(place.to);
    if (list[0]) return motor(list[0].number);
    const unit = await findUnit(dispatch, text).catch(() => null);
    if (unit !== null) return go(unit);
    return dispatch(showMessage({ text: `No motor in this shop fits “${text}”.`, bad: true }));
  };

  return (
    <Command
      label="Go to"
      shouldFilter={false}
      value={picked}
      onValueChange={setPicked}
      className="relative flex w-full items-center border-hair max-xl:border-t xl:w-[320px] xl:border-l"
    >
      <Command.Input
        data-scan="line"
        ref={box}
        value={words}
        onValueChange={(v) => {
          setWords(v);
          setPicked('');
          setOpen(true);
        }}
        onFocus={() => setOpen(true)}
        onBlur={() => setOpen(false)}
        onKeyDown={(e) => {
          if (e.key === 'Enter' && text) {
            // What fits exactly is opened, whatever is picked: it may have been scanned.
            e.preventDefault();
            void enter();
          } else if (e.key === 'Escape') {
            leave();
          }
        }}
        placeholder="Scan a tag, or go to a motor, a sheet"
        aria-label="Scan a tag, or type a motor, a name or a sheet"
        autoComplete="off"
        spellCheck={false}
        className="h-full min-h-9 w-full min-w-0 flex-1 bg-transparent px-3 text-[14px] -outline-offset-2 placeholder:text-pencil xl:min-h-0"
      />
      <kbd className="fig mr-2 border border-pencil px-1.5 text-[12px] text-graphite">/</kbd>
      {/* Stands hidden while it is closed: the line names it as what it controls. */}
      <Command.List
        hidden={!open}
        className="absolute right-0 bottom-full z-20 max-h-[70vh] w-full min-w-[320px] overflow-y-auto border-2 border-ink bg-paper max-xl:top-full max-xl:bottom-auto"
        // The line keeps the focus while a row is pressed.
        onMouseDown={(e) => e.preventDefault()}
      >
        {open && (
          <>
            {motors.length > 0 && (
              <Group heading="Motors">
                {motors.map((m) => (
                  <Item key={m.id} value={`motor ${m.number}`} onSelect={() => motor(m.number)}>
                    <span className="fig w-14 text-[16px]">{m.number}</span>
                    <span className="truncate text-[14px]">
                      {m.customer} · {m.machine}
                    </span>
                  </Item>
                ))}
              </Group>
            )}
            <Places heading={`Motor ${here?.motor.number ?? ''}`} places={ofMotor} onGo={go} />
            <Places heading="The shop" places={ofShop} onGo={go} />
            {deeds.length > 0 && (
              <Group heading="Do">
                {deeds.map((d) => (
                  <Item
                    key={d.name}
                    value={`do ${d.name}`}
                    onSelect={() => {
                      leave();
                      d.run();
                    }}
                  >
                    <span className="fig w-14 text-[14px] text-graphite">{d.key}</span>
                    <span className="text-[15px]">{d.name}</span>
                  </Item>
                ))}
              </Group>
            )}
          </>
        )}
      </Command.List>
    </Command>
  );
}

function Group({ heading, children }: { heading: string; children: ReactNode }) {
  return (
    <Command.Group
      heading={heading}
      className="[&_[cmdk-group-heading]]:border-b [&_[cmdk-group-heading]]:border-hair [&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-1.5 [&_[cmdk-group-heading]]:text-[13px] [&_[cmdk-group-heading]]:text-graphite"
    >
      {children}
    </Command.Group>
  );
}

function Item({ value, onSelect, children }: { value: string; onSelect: () => void; children: ReactNode }) {
  return (
    <Command.Item
      value={value}
      onSelect={onSelect}
      className="flex cursor-pointer items-baseline gap-3 px-3 py-1 data-[selected=true]:bg-wash max-xl:min-h-12 max-xl:items-center"
    >
      {children}
    </Command.Item>
  );
}

function Places({
  heading,
  places,
  onGo,
}: {
  heading: string;
  places: readonly Place[];
  onGo: (to: string) => void;
}) {
  if (places.length === 0) return null;
  return (
    <Group heading={heading}>
      {places.map((p) => (
        <Item key={p.id} value={p.id} onSelect={() => onGo(p.to)}>
          <span className="fig w-14 text-[14px] text-graphite">{p.key}</span>
          <span className="text-[15px]">{p.name}</span>
        </Item>
      ))}
    </Group>
  );
}
