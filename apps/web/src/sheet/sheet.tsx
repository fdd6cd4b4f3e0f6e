/** One drawing sheet: lettered views along the top, tabs, scan line, and the title block that says which motor this is. */
import { ChevronRight } from 'lucide-react';
import { useContext, useEffect, type ReactNode } from 'react';
import { Link, useLocation } from 'react-router';
import { useSessionQuery, type MotorFile } from '../app/api.ts';
import { groupsOf, ofMotor, SHOP_GROUPS, tabsOf } from '../app/sheets.ts';
import { messageDismissed, sheetTurned } from '../app/sheet-state.ts';
import { useAppDispatch, useAppSelector } from '../app/store.ts';
import { useLeave } from '../app/use-leave.ts';
import { WaitingLine } from '../offline/waiting-line.tsx';
import { Hatches } from '../kit/marks.tsx';
import { ScanLine } from './scan-line.tsx';
import { ViewJumps } from '../kit/view-jumps.tsx';
import { MotorTitle, TITLE_CELL as cell } from './title.ts';

export function Sheet({
  file,
  columns = '1fr',
  title,
  head,
  foot,
  children,
}: {
  readonly file?: MotorFile;
  /** Widths of the views along the top edge. */
  readonly columns?: string;
  /** Title block of a sheet that belongs to no single motor. */
  readonly title?: ReactNode;
  /** A first view across the whole sheet. */
  readonly head?: ReactNode;
  /** A last view across the whole sheet. */
  readonly foot?: ReactNode;
  readonly children: ReactNode;
}) {
  return (
    <div className="flex min-h-full flex-col p-2 xl:h-full" style={{ ['--columns' as string]: columns }}>
      <Hatches />
      <div className="flex min-h-0 flex-1 flex-col border border-hair p-[3px]">
        <div className="order-1 xl:hidden">
          <TitleBlock file={file} title={title} tablet />
        </div>
        {head && <div className="order-3 shrink-0 border-x-2 border-t-2 border-ink">{head}</div>}
        <main className="order-3 grid min-h-0 flex-1 auto-rows-auto grid-cols-1 border-ink xl:grid-cols-[var(--columns)] xl:grid-rows-[20px_minmax(0,1fr)]">
          {children}
        </main>
        {foot && <div className="order-3 border-x-2 border-t border-x-ink border-t-hair">{foot}</div>}
        <div className="order-2 xl:order-4">
          <Tabs file={file} />
        </div>
        <ViewJumps />
        <div className="order-5 hidden xl:block">
          <TitleBlock file={file} title={title} />
        </div>
      </div>
    </div>
  );
}

/** A lettered view; its letter is also its jump key. */
export function View({
  letter,
  name,
  note,
  children,
  className = '',
  reading = false,
}: {
  readonly letter: string;
  readonly name: string;
  readonly note?: ReactNode;
  readonly children: ReactNode;
  readonly className?: string;
  /** Only read, nothing in it to press: then the view itself takes the focus, to be scrolled by keyboard. */
  readonly reading?: boolean;
}) {
  return (
    <section
      data-view={letter}
      aria-label={name}
      tabIndex={-1}
      className="grid min-h-0 min-w-0 scroll-mt-12 grid-rows-[20px_minmax(0,1fr)] outline-none xl:row-span-2 xl:grid-rows-subgrid"
    >
      <h1 className="flex items-center gap-2 px-3 text-[13px] leading-none font-[650]">
        <span className="fig font-bold">{letter}</span>
        {name}
        {note && <span className="truncate font-medium text-graphite">{note}</span>}
      </h1>
      <div
        {...(reading ? { tabIndex: 0, role: 'group', 'aria-label': name } : {})}
        className={`-outline-offset-4 min-h-0 min-w-0 border-x-2 border-t-2 border-ink border-x-ink xl:[section:not(:first-child)>&]:border-l-hair xl:[section:not(:first-child)>&]:border-l xl:[section:not(:last-child)>&]:border-r-0 ${className}`}
      >
        {children}
      </div>
    </section>
  );
}

function Tabs({ file }: { file?: MotorFile | undefined }) {
  const { pathname } = useLocation();
  const [floor] = SHOP_GROUPS;
  const tabs = tabsOf(
    file ? [floor!, ...ofMotor(file.motor.number, groupsOf(file.motor.kind))] : SHOP_GROUPS,
    pathname,
  );
  return (
    <nav
      aria-label="Sheets"
      className="no-print flex flex-wrap items-stretch border-2 border-ink xl:h-[28px] xl:flex-nowrap xl:border-b-[1px]"
    >
      {tabs.map((t, i) => (
        <Link
          key={t.key}
          to={t.to}
          aria-current={t.current ? 'page' : undefined}
          aria-label={t.folded > 0 ? `${t.name}, ${t.folded} sheets` : undefined}
          className={`flex items-center gap-1.5 px-2.5 py-3 text-[14px] -outline-offset-2 xl:py-0 ${t.first && i > 0 ? 'border-l border-ink' : ''} ${t.current ? 'bg-ink font-[650] text-paper' : ''}`}
        >
          <span className={`fig text-[13px] ${t.current ? '' : 'text-graphite'}`}>{t.key}</span>
          {t.name}
          {t.folded > 0 && <ChevronRight size={14} aria-hidden="true" />}
        </Link>
      ))}
      <MessageLine />
      <WaitingLine />
      <ScanLine />
    </nav>
  );
}

/** What just happened, or went wrong; read out to screen readers. */
function MessageLine() {
  const message = useAppSelector((s) => s.sheet.message);
  const away = useAppSelector((s) => s.sheet.away);
  const dispatch = useAppDispatch();
  useEffect(() => {
    if (!message || message.bad) return;
    const timer = setTimeout(() => dispatch(messageDismissed()), 6000);
    return () => clearTimeout(timer);
  }, [message, dispatch]);
  return (
    <div role="status" className="flex min-w-0 flex-1 items-center overflow-hidden px-3">
      {away ? (
        <span className="truncate text-[14px] font-[650] text-carmine">
          The shop’s server does not answer. What you type is kept here; it comes back by itself.
        </span>
      ) : (
        message && (
          <button
            type="button"
            onClick={() => dispatch(messageDismissed())}
            title={message.text}
            className={`truncate text-left text-[14px] -outline-offset-2 ${message.bad ? 'font-[650] text-carmine' : 'text-graphite'}`}
          >
            {message.bad ? `✗ ${message.text}` : message.text}
          </button>
        )
      )}
    </div>
  );
}

function TitleBlock({
  file,
  title,
  tablet = false,
}: {
  file?: MotorFile | undefined;
  title?: ReactNode;
  tablet?: boolean;
}) {
  const { data: session } = useSessionQuery();
  const motorCells = useContext(MotorTitle);
  const brand = (
    <div className={`${cell} flex items-center gap-3 ${tablet ? '' : 'w-[176px]'}`}>
      <svg width="28" height="28" viewBox="0 0 32 32" aria-hidden="true" className="shrink-0">
        <circle cx="16" cy="16" r="13" fill="none" stroke="var(--ink)" strokeWidth="4" />
        <circle cx="16" cy="16" r="6.5" fill="var(--copper)" />
      </svg>
      <div className="min-w-0 leading-tight">
        <b className="block text-[16px]">Norther</b>
        <span className="block truncate text-[13px] text-graphite">
          {session?.demo && <b className="mr-1 bg-lemon px-1 text-[#0F1E29]">DEMO</b>}
          {session?.shop}
        </span>
      </div>
    </div>
  );
  const person = session && <PersonCell name={session.name} role={session.role} />;
  if (tablet)
    return (
      <header className="border-2 border-b-0 border-ink">
        <div className="flex items-stretch justify-between border-b border-hair">
          {brand}
          {person}
        </div>
        <div className="flex flex-wrap items-stretch">
          {file && motorCells ? motorCells(file, true) : title}
        </div>
      </header>
    );
  return (
    <header className="flex h-[60px] items-stretch border-2 border-t-0 border-ink">
      {brand}
      {file && motorCells ? motorCells(file, false) : <div className="flex min-w-0 flex-1">{title}</div>}
      {person}
    </header>
  );
}

function PersonCell({ name, role }: { name: string; role: string }) {
  const dispatch = useAppDispatch();
  const leave = useLeave();
  return (
    <div className={`${cell} ml-auto flex items-center gap-2 border-l`}>
      <div className="leading-tight">
        <span className="block text-[14px] font-[650] whitespace-nowrap">{name}</span>
        <span className="flex gap-2 text-[13px] text-graphite">
          {role}
          <button type="button" className="no-print underline" onClick={() => void leave()}>
            sign out
          </button>
        </span>
      </div>
      <button
        type="button"
        className="no-print h-8 border-[1.5px] border-pencil px-1.5 text-[13px]"
        onClick={() => dispatch(sheetTurned())}
        title="Light or dark sheet"
      >
        sheet <kbd className="fig">D</kbd>
      </button>
    </div>
  );
}
