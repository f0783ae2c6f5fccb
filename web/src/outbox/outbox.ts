import type { UnknownAction } from '@reduxjs/toolkit';
import { wordOfKind } from '@jade/core/documents';
import { type Side, isAlike, mergeKept, pathText, sayClash } from '@jade/core/merge';
import { type Address, type Aside, type Entry, type Version, keyOf } from './entry.ts';
import { type SendOutcome, fetchBase, sendAside, sendEntry } from './remote.ts';
import type { Shelf } from './shelf.ts';
import {
  type Waiting,
  type WithOutbox,
  documentMerged,
  documentSaved,
  entryChanged,
  entryDropped,
  entryPut,
  unreadFound,
} from './slice.ts';

const QUIET_MS = 400;
const RETRY_MS = 2500;
/** How soon a page that is about to go sends. */
const HURRY_MS = 40;
const LOOK_MS = 2000;

/** Which version of each clashing part goes on, by its path. */
export type Choices = Readonly<Record<string, Side>>;

export interface OutboxWorld {
  readonly shelf: Shelf;
  readonly tab: string;
  readonly findAlive: () => Promise<(tab: string) => boolean>;
  readonly alone: <T>(name: string, work: () => T | Promise<T>) => Promise<T>;
  readonly send: (entry: Entry) => Promise<SendOutcome>;
  readonly fetchBase: (entry: Entry) => Promise<Entry['mine']>;
  readonly sendAside: (aside: Aside) => Promise<boolean>;
  readonly delay: (ms: number) => Promise<void>;
  /** Tells the other tabs what the server has now. */
  readonly tell: (saved: Address & { readonly revision: number }) => void;
}

interface Redux {
  readonly dispatch: (action: UnknownAction) => unknown;
  readonly getState: () => WithOutbox;
}

export const browserWorld = {
  send: sendEntry,
  fetchBase,
  sendAside,
  delay: (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms)),
};

/**
 * Every change on its way to the server. It is written into the browser's storage before anything else, belongs to this tab
 * until it is acknowledged, merged, or given up by a choice, and is sent again until then. What a closed tab left is taken
 * over, one change at a time. Changes to different parts of a document merge; clashes wait for the folder.
 */
export class Outbox {
  private readonly world: OutboxWorld;
  private readonly redux: Redux;
  private readonly busy = new Set<string>();
  private readonly changedAt = new Map<string, number>();
  /** Given up and not yet with the server; in memory too, for a browser whose storage is full. */
  private readonly asides = new Map<string, Aside>();

  constructor(world: OutboxWorld, redux: Redux) {
    this.world = world;
    this.redux = redux;
  }

  /** Looks for what closed tabs left, now and every few seconds. */
  watch(): void {
    void (async () => {
      for (;;) {
        await this.takeOver().catch(() => undefined);
        await this.flushAsides();
        await this.world.delay(LOOK_MS);
      }
    })();
  }

  find = (address: Address): Waiting | undefined => this.redux.getState().outbox.entries[keyOf(address)];

  /** Keeps a change and sends it. Its base is that of the change it follows, if one is waiting already. */
  write(entry: Entry): void {
    const key = keyOf(entry);
    const waiting = this.find(entry);
    const next: Entry = waiting ? { ...entry, base: waiting.base } : entry;
    this.keep(next);
    // A plan is typed into; records are written whole.
    if (entry.kind === 'plan') this.changedAt.set(key, Date.now());
    void this.work(key);
  }

  /** Sends what waits for the end of the typing now: the page is about to go. */
  hurry(): void {
    this.changedAt.clear();
  }

  /** Goes on from a clash with the chosen sides; what is given up is set aside for a week. */
  resolve(address: Address, choices: Choices): void {
    const entry = this.find(address);
    if (!entry?.theirs?.document || !entry.mine) return;
    const { clashes } = mergeKept(entry.kind, entry.base.document, entry.mine, entry.theirs.document);
    const sideOf = (path: readonly string[]): Side => choices[pathText(path)] ?? 'mine';
    const given = (side: Side): string =>
      clashes
        .filter((c) => sideOf(c.path) !== side)
        .map((c) => sayClash(c, entry.mine!, entry.theirs!.document!).what)
        .join(', ');
    const [mine, theirs] = [given('mine'), given('theirs')];
    if (mine) this.setAside(entry, entry.mine, `Given up here: ${mine}`);
    if (theirs) this.setAside(entry, entry.theirs.document, `Given up of the other window: ${theirs}`);
    this.reconcile(entry, entry.theirs, (c) => sideOf(c.path));
    void this.work(keyOf(entry));
  }

  /** Gives up this tab's change: the server's version goes on, the change is set aside for a week. */
  giveUp(address: Address, why: string): void {
    const entry = this.find(address);
    if (!entry) return;
    if (entry.mine) this.setAside(entry, entry.mine, why);
    this.drop(entry);
    if (entry.theirs)
      this.redux.dispatch(
        documentMerged({
          ...addressOf(entry),
          before: entry.base,
          base: entry.theirs,
          mine: entry.theirs.document,
        }),
      );
  }

  private keep(entry: Entry): void {
    const isKept = this.world.shelf.put(this.world.tab, entry);
    this.redux.dispatch(entryPut({ entry, isKept }));
  }

  private drop(entry: Entry): void {
    this.world.shelf.drop(this.world.tab, entry);
    this.redux.dispatch(entryDropped(keyOf(entry)));
  }

  private change(key: string, change: Partial<Waiting>): void {
    this.redux.dispatch(entryChanged({ key, change }));
  }

  private async work(key: string): Promise<void> {
    if (this.busy.has(key)) return;
    this.busy.add(key);
    try {
      for (;;) {
        await this.quiet(key);
        const entry = this.redux.getState().outbox.entries[key];
        if (!entry || entry.state === 'clash' || entry.state === 'refused') return;
        if (isAlike(entry.mine, entry.base.document)) {
          this.drop(entry);
          return;
        }
        if (entry.state !== 'away') this.change(key, { state: 'sending', text: '' });
        await this.settle(key, entry, await this.world.send(entry));
      }
    } finally {
      this.busy.delete(key);
    }
  }

  /** Waits until nothing was changed for a moment, so that typing a word is one save. */
  private async quiet(key: string): Promise<void> {
    for (;;) {
      const left = (this.changedAt.get(key) ?? 0) + QUIET_MS - Date.now();
      if (left <= 0) return;
      await this.world.delay(Math.min(left, HURRY_MS));
    }
  }

  private async settle(key: string, sent: Waiting, outcome: SendOutcome): Promise<void> {
    const now = this.redux.getState().outbox.entries[key];
    if (!now) return;
    switch (outcome.kind) {
      case 'saved':
        return this.acknowledge(now, sent, outcome.saved);
      case 'stale': {
        const base = now.base.document ?? (await this.world.fetchBase(now).catch(() => null));
        const newest = this.redux.getState().outbox.entries[key];
        if (newest) this.reconcile({ ...newest, base: { ...newest.base, document: base } }, outcome.theirs);
        return;
      }
      case 'gone':
        return this.change(key, {
          state: 'refused',
          text: `The ${wordOfKind(sent.kind)} was deleted for good meanwhile. Keep yours as a copy.`,
        });
      case 'refused':
        return this.change(key, { state: 'refused', text: outcome.text });
      case 'away':
        this.change(key, { state: 'away', text: outcome.text });
        await this.world.delay(RETRY_MS);
    }
  }

  /** What was sent is the base now; what was changed meanwhile goes on waiting. */
  private acknowledge(now: Waiting, sent: Waiting, saved: Version): void {
    const base = sent.mine === null ? saved : { revision: saved.revision, document: sent.mine };
    this.redux.dispatch(documentSaved({ ...addressOf(now), version: base }));
    if (now.mine === sent.mine) this.drop(now);
    else {
      this.keep({ ...addressOf(now), base, mine: now.mine, at: now.at });
      this.change(keyOf(now), { state: 'waiting', text: '' });
    }
    this.world.tell({ ...addressOf(now), revision: saved.revision });
    void this.flushAsides();
    // The next change a closed tab left of the same document can follow now.
    void this.takeOver().catch(() => undefined);
  }

  /** Merges a change with what another window saved, or leaves it as a clash to be decided. */
  private reconcile(entry: Waiting, theirs: Version, choose?: Parameters<typeof mergeKept>[4]): void {
    const key = keyOf(entry);
    // Deleted there and changed here, or the reverse: the change goes on, the bin has what was deleted.
    if (entry.mine === null || theirs.document === null) {
      this.keep({ ...addressOf(entry), base: theirs, mine: entry.mine, at: entry.at });
      return this.change(key, { state: 'waiting', theirs: null });
    }
    const { merged, clashes } = mergeKept(
      entry.kind,
      entry.base.document,
      entry.mine,
      theirs.document,
      choose,
    );
    if (clashes.length > 0 && !choose) {
      this.keep({ ...addressOf(entry), base: entry.base, mine: entry.mine, at: entry.at });
      return this.change(key, { state: 'clash', theirs });
    }
    this.redux.dispatch(
      documentMerged({ ...addressOf(entry), before: entry.base, base: theirs, mine: merged }),
    );
    if (isAlike(merged, theirs.document)) return this.drop(entry);
    this.keep({ ...addressOf(entry), base: theirs, mine: merged, at: entry.at });
    this.change(key, { state: 'waiting', theirs: null, text: '' });
  }

  /** Takes over what closed tabs left, where this tab has no change of the same document under way. */
  private async takeOver(): Promise<void> {
    const { shelf, tab } = this.world;
    if (shelf.list().found.every((f) => f.tab === tab)) return this.tellUnread();
    await this.world.alone('take-over', async () => {
      const isAlive = await this.world.findAlive();
      for (const found of shelf.list().found) {
        if (isAlive(found.tab) || this.find(found.entry)) continue;
        // A write may have come between; it is looked at again in a moment.
        if (!shelf.adopt(found, tab)) continue;
        const { entry } = found;
        this.redux.dispatch(entryPut({ entry, isKept: true }));
        if (entry.mine)
          this.redux.dispatch(
            documentMerged({ ...addressOf(entry), before: entry.base, base: entry.base, mine: entry.mine }),
          );
        void this.work(keyOf(entry));
      }
    });
    this.tellUnread();
  }

  private tellUnread(): void {
    const { unread } = this.world.shelf.list();
    const known = this.redux.getState().outbox.unread;
    if (!isAlike(unread, known)) this.redux.dispatch(unreadFound(unread));
  }

  private setAside(entry: Entry, document: NonNullable<Entry['mine']>, why: string): void {
    const aside = { ...addressOf(entry), asideId: `aside-${crypto.randomUUID()}`, why, document };
    this.asides.set(aside.asideId, aside);
    this.world.shelf.putAside(aside);
    void this.flushAsides();
  }

  private async flushAsides(): Promise<void> {
    for (const aside of this.world.shelf.listAsides()) this.asides.set(aside.asideId, aside);
    for (const aside of this.asides.values()) {
      if (!(await this.world.sendAside(aside))) return;
      this.world.shelf.dropAside(aside.asideId);
      this.asides.delete(aside.asideId);
    }
  }
}

const addressOf = ({ kind, owner, id }: Address): Address => ({ kind, owner, id });
