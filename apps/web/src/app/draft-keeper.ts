/** Writes drafts to the device's store: one entry a form and person, soon after the last key, and before the page goes. */
import type { Draft, Drafts } from './drafts.ts';

const PREFIX = 'norther.draft';
/** Until now all drafts of everybody stood in one entry. */
const OLD = 'norther.drafts';
const SOON = 250;

const keyOf = (owner: string, form: string) => `${PREFIX}:${owner}:${form}`;

function read(text: string | null): Draft | null {
  if (!text) return null;
  try {
    const draft = JSON.parse(text) as Partial<Draft>;
    return typeof draft.version === 'number' && typeof draft.writeId === 'string' && draft.typed
      ? (draft as Draft)
      : null;
  } catch {
    return null;
  }
}

export interface Store {
  readonly length: number;
  key(i: number): string | null;
  getItem(key: string): string | null;
  setItem(key: string, value: string): void;
  removeItem(key: string): void;
}

/**
 * @param tell says that the device's store is full: what is typed then lives in this page only
 */
export class DraftKeeper {
  private owner: string | null = null;
  private kept: Drafts = {};
  private now: Drafts = {};
  private timer: ReturnType<typeof setTimeout> | undefined;
  private full = false;

  constructor(
    private readonly store: Store,
    private readonly tell: (full: boolean) => void,
  ) {}

  /** Whose drafts these are from now on. @returns what this person had typed on this device */
  load(owner: string | null): Drafts {
    this.flush();
    this.owner = owner;
    this.kept = {};
    if (owner === null) return {};
    const drafts: Record<string, Draft> = this.takeOver();
    const start = keyOf(owner, '');
    for (let i = 0; i < this.store.length; i++) {
      const key = this.store.key(i);
      const draft = key?.startsWith(start) ? read(this.store.getItem(key)) : null;
      if (draft) drafts[key!.slice(start.length)] = draft;
    }
    this.kept = this.now = drafts;
    return drafts;
  }

  /** What an older Norther kept goes, once, to whoever signs in next: it said not whose it was, and must not be lost. */
  private takeOver(): Record<string, Draft> {
    const old = this.store.getItem(OLD);
    if (old === null) return {};
    let drafts: Record<string, Draft> = {};
    try {
      drafts = Object.fromEntries(
        Object.entries(JSON.parse(old) as Record<string, unknown>).flatMap(([form, draft]) => {
          const known = read(JSON.stringify(draft));
          return known ? [[form, known]] : [];
        }),
      );
    } catch {
      // Nothing that can be read.
    }
    this.store.removeItem(OLD);
    for (const [form, draft] of Object.entries(drafts)) this.write(form, draft);
    return drafts;
  }

  /** @returns whether the device's store took it */
  private write(form: string, draft: Draft | undefined): boolean {
    const key = keyOf(this.owner!, form);
    try {
      if (draft) this.store.setItem(key, JSON.stringify(draft));
      else this.store.removeItem(key);
      return true;
    } catch {
      return false;
    }
  }

  keep(drafts: Drafts): void {
    this.now = drafts;
    this.timer ??= setTimeout(() => this.flush(), SOON);
  }

  /** Writes only the forms that changed. */
  flush(): void {
    clearTimeout(this.timer);
    this.timer = undefined;
    if (this.owner === null || this.now === this.kept) return;
    const kept: Record<string, Draft> = { ...this.kept };
    let full = false;
    for (const form of new Set([...Object.keys(this.kept), ...Object.keys(this.now)])) {
      const draft = this.now[form];
      if (draft === this.kept[form]) continue;
      if (!this.write(form, draft)) full = true;
      else if (draft) kept[form] = draft;
      else delete kept[form];
    }
    // What the store did not take stays open, and is tried again.
    this.kept = full ? kept : this.now;
    if (full !== this.full) this.tell((this.full = full));
  }

  /** What another tab wrote, when it is one of ours. */
  heard(key: string | null, value: string | null): { form: string; draft: Draft | null } | null {
    if (this.owner === null || !key?.startsWith(keyOf(this.owner, ''))) return null;
    const form = key.slice(keyOf(this.owner, '').length);
    const draft = read(value);
    // Only this form is as the store has it: what is typed here in others is still to be written.
    const known = (drafts: Drafts): Drafts => {
      const { [form]: _old, ...rest } = drafts;
      return draft ? { ...rest, [form]: draft } : rest;
    };
    this.now = known(this.now);
    this.kept = known(this.kept);
    return { form, draft };
  }
}
