import type { DocumentKind, DocumentOf } from '@jade/core/documents';
import { type Kept, api } from '../api/index.ts';
import type { AppThunk, RootState } from '../state/index.ts';
import type { Version } from '../outbox/index.ts';
import type { RecordKind } from './overlay.ts';

const idOf = (kind: RecordKind, record: DocumentOf<RecordKind>): string =>
  kind === 'settings' ? 'settings' : (record as { id: string }).id;

/** Keeps a record and sends it: it grows from what this page has read of the server. */
export const writeRecord =
  <K extends RecordKind>(kind: K, owner: string, record: DocumentOf<K>): AppThunk =>
  (_dispatch, getState, { outbox }) => {
    const id = idOf(kind, record);
    const base = baseOf(getState(), kind, owner, id);
    outbox.write({ kind, owner, id, base, mine: record, at: new Date().toISOString() });
  };

/** Takes a record out; it lies in the bin for thirty days. */
export const removeRecord =
  (kind: RecordKind, owner: string, id: string): AppThunk =>
  (_dispatch, getState, { outbox }) => {
    const base = baseOf(getState(), kind, owner, id);
    outbox.write({ kind, owner, id, base, mine: null, at: new Date().toISOString() });
  };

/** The list a kind is read by; photographs come plan by plan. */
const LISTS = {
  photo: 'listPhotos',
  run: 'listRuns',
  entry: 'listDiary',
  paper: 'listPapers',
  practice: 'listPractice',
} as const;

const listOf = (state: RootState, kind: keyof typeof LISTS, owner: string): unknown =>
  kind === 'photo'
    ? api.endpoints.listPhotos.select(owner)(state).data
    : api.endpoints[LISTS[kind]].select()(state).data;

function baseOf(state: RootState, kind: RecordKind, owner: string, id: string): Version {
  const kept: Kept<unknown> | undefined =
    kind === 'settings'
      ? api.endpoints.getSettings.select()(state).data
      : (listOf(state, kind, owner) as Kept<{ id: string }>[] | undefined)?.find(
          (k) => k.planId === owner && k.record.id === id,
        );
  if (!kept || kept.revision === 0) return { revision: 0, document: null };
  return { revision: kept.revision, document: kept.record as DocumentOf<DocumentKind> };
}

/** Puts what the server has acknowledged into what this page has read of it, so that nothing flickers back. */
export const showSaved =
  (kind: RecordKind, owner: string, id: string, version: Version): AppThunk =>
  (dispatch) => {
    const record = version.document;
    if (kind === 'settings') {
      if (record)
        dispatch(
          api.util.upsertQueryData('getSettings', undefined, {
            planId: '',
            revision: version.revision,
            record: record as DocumentOf<'settings'>,
          }),
        );
      return;
    }
    const put = (list: Kept<{ id: string }>[]): void => {
      const at = list.findIndex((k) => k.planId === owner && k.record.id === id);
      if (!record) return at >= 0 ? void list.splice(at, 1) : undefined;
      const next = { planId: owner, revision: version.revision, record: record as { id: string } };
      if (at >= 0) list[at] = next;
      else list.push(next);
      return undefined;
    };
    dispatch(
      kind === 'photo'
        ? api.util.updateQueryData('listPhotos', owner, (draft) => put(draft as Kept<{ id: string }>[]))
        : api.util.updateQueryData(LISTS[kind], undefined, (draft) => put(draft as Kept<{ id: string }>[])),
    );
  };
