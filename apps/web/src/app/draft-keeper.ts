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
    this.store.removeItem(OLD);
    const drafts: Record<string, Draft> = {};
    const start = keyOf(owner, '');
    for (let i = 0; i < this.store.length; i++) {
      const key = this.store.key(i);
      const draft = key?.startsWith(start) ? read(this.store.getItem(key)) : null;
      if (draft) drafts[key!.slice(start.length)] = draft;
    }
    this.kept = this.now = drafts;
    return drafts;
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
    let full = false;
    for (const form of new Set([...Object.keys(this.kept), ...Object.keys(this.now)])) {
      const draft = this.now[form];
      if (draft === this.kept[form]) continue;
      try {
        if (draft) this.store.setItem(keyOf(this.owner, form), JSON.stringify(draft));
        else this.store.removeItem(keyOf(this.owner, form));
      } catch {
        full = true;
      }
    }
    this.kept = this.now;
    if (full !== this.full) this.tell((this.full = full));
  }

  /** What another tab wrote, when it is one of ours. */
  heard(key: string | null, value: string | null): { form: string; draft: Draft | null } | null {
    if (this.owner === null || !key?.startsWith(keyOf(this.owner, ''))) return null;
    const form = key.slice(keyOf(this.owner, '').length);
    const draft = read(value);
    const { [form]: _old, ...rest } = this.now;
    this.now = draft ? { ...rest, [form]: draft } : rest;
    this.kept = this.now;
    return { form, draft };
  }
}
