import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { DocumentKind } from '@jade/core/documents';
import { type Address, type Entry, type Version, keyOf } from './entry.ts';
import type { UnreadCopy } from './shelf.ts';

/** waiting: about to be sent; away: tried again until the server is back; clash: two versions, decided by the folder. */
export type SendState = 'waiting' | 'sending' | 'away' | 'clash' | 'refused';

export interface Waiting extends Entry {
  readonly state: SendState;
  /** Why it was refused, or what the server said of its trouble. */
  readonly text: string;
  /** The version it clashes with. */
  readonly theirs: Version | null;
}

export interface OutboxState {
  /** Unsent changes of this tab, by their key. */
  readonly entries: Readonly<Record<string, Waiting>>;
  /** The browser's storage takes no more: changes are only in this tab until they are sent. */
  readonly isFull: boolean;
  readonly unread: readonly UnreadCopy[];
}

const nothing: OutboxState = { entries: {}, isFull: false, unread: [] };

/** A document that the server has acknowledged, of this tab or told by another. */
export interface Acknowledged extends Address {
  readonly version: Version;
}

/** A change that was merged with what another window saved: what it is based on now, and what it is. */
export interface Merged extends Address {
  readonly before: Version;
  readonly base: Version;
  readonly mine: Entry['mine'];
}

export const outboxSlice = createSlice({
  name: 'outbox',
  initialState: nothing,
  reducers: {
    entryPut: (state, { payload }: PayloadAction<{ entry: Entry; isKept: boolean }>): OutboxState => {
      const key = keyOf(payload.entry);
      const known = (state as OutboxState).entries[key];
      const isClash = known?.state === 'clash';
      return {
        ...(state as OutboxState),
        isFull: !payload.isKept,
        entries: {
          ...(state as OutboxState).entries,
          [key]: {
            ...payload.entry,
            // What waits for the server goes on waiting; what was refused is tried anew.
            state: known && known.state !== 'refused' ? known.state : 'waiting',
            text: known?.text ?? '',
            theirs: isClash ? known.theirs : null,
          },
        },
      };
    },
    entryChanged: (
      state,
      { payload }: PayloadAction<{ key: string; change: Partial<Waiting> }>,
    ): OutboxState => {
      const known = (state as OutboxState).entries[payload.key];
      if (!known) return state as OutboxState;
      const entries = { ...(state as OutboxState).entries, [payload.key]: { ...known, ...payload.change } };
      return { ...(state as OutboxState), entries };
    },
    entryDropped: (state, { payload }: PayloadAction<string>): OutboxState => {
      const { [payload]: _, ...entries } = (state as OutboxState).entries;
      return { ...(state as OutboxState), entries };
    },
    unreadFound: (state, { payload }: PayloadAction<readonly UnreadCopy[]>): OutboxState => ({
      ...(state as OutboxState),
      unread: payload,
    }),
    /** Nothing here: the open plan listens. */
    documentSaved: (state, _action: PayloadAction<Acknowledged>) => state,
    documentMerged: (state, _action: PayloadAction<Merged>) => state,
  },
});

export const { entryPut, entryChanged, entryDropped, unreadFound, documentSaved, documentMerged } =
  outboxSlice.actions;

export interface WithOutbox {
  readonly outbox: OutboxState;
}

export const listEntries = (state: OutboxState, kind: DocumentKind): readonly Waiting[] =>
  Object.values(state.entries).filter((e) => e.kind === kind);
