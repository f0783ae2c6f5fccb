import { useEffect } from 'react';
import { Link, useLocation, useNavigate } from 'react-router';
import type { Plan } from '@jade/core/plan';
import { useBringBackMutation, useListBinQuery, useListUnreadQuery } from '../../api/index.ts';
import { useAppDispatch, useAppSelector } from '../../state/index.ts';
import { type Waiting, listEntries } from '../../outbox/index.ts';
import { planClosed } from '../../plan/index.ts';
import { sayMoment } from '../../ui/index.ts';
import { WORDS } from './words.ts';

/** What is not as one would think: plans with changes not yet sent, what cannot be read, what was just deleted, the bin. */
export function Keeping() {
  const outbox = useAppSelector((s) => s.outbox);
  const unsent = listEntries(outbox, 'plan');
  const { data: unread } = useListUnreadQuery(undefined, { refetchOnMountOrArgChange: true });
  const { data: bin } = useListBinQuery(undefined, { refetchOnMountOrArgChange: true });
  const copies = outbox.unread;
  return (
    <div className="px-8">
      <JustDeleted />
      {unsent.length > 0 && (
        <ul aria-label={WORDS.changesNotYetSent} className="mt-2 bg-persimmon-wash px-4 py-2">
          {unsent.map((e) => (
            <li key={e.id}>
              <Link className="act" to={`/plan/${e.id}/brief`}>
                {(e.mine as Plan | null)?.name ?? e.id}
              </Link>{' '}
              {sayWaiting(e)}
            </li>
          ))}
        </ul>
      )}
      {((unread?.length ?? 0) > 0 || copies.length > 0) && (
        <ul aria-label={WORDS.keptButCannotBe} className="mt-2 bg-persimmon-wash px-4 py-2">
          {unread?.map((u) => (
            <li key={`${u.kind}:${u.owner}:${u.id}`}>
              A {u.word} is kept as it was written, but cannot be read: {u.why}{' '}
              <a
                className="act"
                href={`/api/unread/${u.kind}/${encodeURIComponent(u.id)}?owner=${encodeURIComponent(u.owner)}`}
                download
              >
                {WORDS.downloadIt}
              </a>
            </li>
          ))}
          {copies.map((c) => (
            <li key={c.place}>
              A change kept in this browser cannot be read: {c.why} It stays here.{' '}
              <a
                className="act"
                href={`data:application/json;charset=utf-8,${encodeURIComponent(localStorage.getItem(c.place) ?? '')}`}
                download={`unsent ${c.place.replace(/[^\w-]/g, ' ')}.json`}
              >
                {WORDS.downloadIt}
              </a>
            </li>
          ))}
        </ul>
      )}
      {(bin?.length ?? 0) > 0 && (
        <p className="note pt-1 text-right">
          <Link className="act" to="/bin">
            Bin, {bin!.length} {bin!.length === 1 ? WORDS.thing : WORDS.things}
          </Link>
        </p>
      )}
    </div>
  );
}

function sayWaiting({ state, at, text }: Waiting): string {
  const since = at ? `changed ${sayMoment(at)}` : 'changed earlier';
  switch (state) {
    case 'waiting':
    case 'sending':
      return `${since}, is being saved.`;
    case 'away':
      return `${since}, is kept in this browser and saved when the server ${text ? 'can keep it' : 'is back'}.`;
    case 'clash':
      return `${since} here and in another window; open it to choose what goes on.`;
    case 'refused':
      return `${since}, could not be saved. ${text} Open it to decide.`;
  }
}

/** Where the deleting of a plan leads: what happened, and the way back. */
function JustDeleted() {
  const { state } = useLocation() as { state: { deleted?: { id: string; name: string } } | null };
  const navigate = useNavigate();
  const [bringBack] = useBringBackMutation();
  const { data: bin } = useListBinQuery();
  const dispatch = useAppDispatch();
  const open = useAppSelector((s) => s.plan.id);
  const gone = state?.deleted?.id;
  // Closed here, when its stages have gone: closed there, they would ask for it once more.
  useEffect(() => {
    if (gone !== undefined && gone === open) dispatch(planClosed());
  }, [dispatch, gone, open]);
  const deleted = bin?.find((b) => b.kind === 'plan' && b.id === gone);
  if (!deleted) return null;
  const back = async (): Promise<void> => {
    await bringBack(deleted).unwrap();
    void navigate(`/plan/${deleted.id}/brief`);
  };
  return (
    <p role="status" className="mt-2 bg-jade-wash px-4 py-2">
      {deleted.name} lies in the bin.{' '}
      <button type="button" className="act" onClick={() => void back().catch(() => undefined)}>
        {WORDS.bringItBack}
      </button>
    </p>
  );
}
