import { useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { wordOfKind } from '@jade/core/documents';
import { type Side, mergeKept, pathText, sayClash } from '@jade/core/merge';
import type { Plan } from '@jade/core/plan';
import { useCreatePlanMutation } from '../api/index.ts';
import { type Waiting, keyOf } from '../outbox/index.ts';
import { type SaveState, usePlanState } from '../plan/index.ts';
import { sayMoment } from '../ui/index.ts';
import { useAppSelector } from '../state/index.ts';
import { useIsWhole } from './keepPage.ts';
import { useOutbox } from '../state/index.ts';
import { WORDS } from './words.ts';

/** One or two words for the ribbon. */
export function sayState(save: SaveState): string {
  switch (save) {
    case 'saved':
      return 'saved';
    case 'waiting':
    case 'sending':
      return 'saving';
    case 'away':
      return 'kept here';
    case 'clash':
      return 'two versions';
    case 'refused':
      return 'not saved';
  }
}

const BAND = 'bg-persimmon-wash px-6 py-2';

/** Says what stands in the way of saving, and what to do; nothing when all is well. */
export function SaveNotice() {
  const { entries, isFull } = useAppSelector((s) => s.outbox);
  const { id } = usePlanState();
  const isElsewhere = (e: Waiting): boolean => e.kind === 'plan' && e.id !== id;
  // A plan that is not open here is decided where it is.
  const elsewhere = Object.values(entries).find(
    (e) => isElsewhere(e) && (e.state === 'clash' || e.state === 'refused'),
  );
  const own = Object.values(entries).filter((e) => !isElsewhere(e));
  const clash = own.find((e) => e.state === 'clash');
  const refused = own.find((e) => e.state === 'refused');
  const away = own.find((e) => e.state === 'away');
  return (
    <>
      {isFull && (
        <p role="alert" className={BAND} data-testid="storage-notice">
          {WORDS.thisBrowsersStorageIs}
        </p>
      )}
      {elsewhere && (
        <p role="status" className={BAND} data-testid="elsewhere-notice">
          {(elsewhere.mine as Plan | null)?.name ?? WORDS.aPlan}{' '}
          {elsewhere.state === 'clash' ? WORDS.wasChangedInTwo : WORDS.couldNotBeSaved}:{' '}
          <Link className="act" to={`/plan/${elsewhere.id}/brief`}>
            {WORDS.openItToDecide}
          </Link>
        </p>
      )}
      {clash ? (
        <ClashPanel key={keyOf(clash)} entry={clash} />
      ) : refused ? (
        <Refused entry={refused} />
      ) : away ? (
        <Away text={away.text} />
      ) : null}
    </>
  );
}

function Away({ text }: { text: string }) {
  const isWhole = useIsWhole();
  return (
    <p role="status" className={BAND} data-testid="save-notice">
      {text ||
        `The server is away. Go on working: every change is kept in this browser and saved when it is back.${
          isWhole ? '' : ' Screens you have not opened yet may not open until then.'
        }`}
    </p>
  );
}

function Refused({ entry }: { entry: Waiting }) {
  const outbox = useOutbox();
  const isPlan = entry.kind === 'plan';
  return (
    <div role="alert" className={`flex flex-wrap items-center gap-4 ${BAND}`} data-testid="save-notice">
      <span className="flex-1">
        The last change{isPlan ? '' : ` of a ${wordOfKind(entry.kind)}`} could not be saved. {entry.text}{' '}
        {isPlan ? WORDS.undoItOrChange : WORDS.it} is kept in this browser meanwhile.
      </span>
      {isPlan && <KeepCopy entry={entry} />}
      <button type="button" className="btn" onClick={() => outbox.giveUp(entry, 'It could not be saved')}>
        {WORDS.giveItUp}
      </button>
    </div>
  );
}

/** Puts this window's version into a plan of its own; the server's goes on in this one. */
function KeepCopy({ entry }: { entry: Waiting }) {
  const [createPlan] = useCreatePlanMutation();
  const navigate = useNavigate();
  const outbox = useOutbox();
  const mine = entry.mine as Plan;
  const keep = async (): Promise<void> => {
    const saved = await createPlan({ ...mine, name: `${mine.name} (mine)`.slice(0, 80) }).unwrap();
    outbox.giveUp(entry, 'Kept as a copy');
    void navigate(`/plan/${saved.id}/brief`);
  };
  return (
    <button type="button" className="btn" onClick={() => void keep().catch(() => undefined)}>
      {WORDS.keepMineAsA}
    </button>
  );
}

/** Two versions of one document, part by part: only what both changed is asked. */
function ClashPanel({ entry }: { entry: Waiting }) {
  const outbox = useOutbox();
  const [chosen, setChosen] = useState<Readonly<Record<string, Side>>>({});
  const { mine, base, theirs, kind } = entry;
  const parts = useMemo(() => {
    if (!mine || !theirs?.document) return [];
    const other = theirs.document;
    return mergeKept(kind, base.document, mine, other).clashes.map((c) => ({
      key: pathText(c.path),
      said: sayClash(c, mine, other),
    }));
  }, [kind, base, mine, theirs]);
  // The newer of two versions is the likelier wish; a change found from a closed tab can be the older one.
  const newer: Side = theirs?.at !== undefined && entry.at < theirs.at ? 'theirs' : 'mine';
  const all = (side: Side): Record<string, Side> => Object.fromEntries(parts.map((p) => [p.key, side]));
  const name = (mine as { name?: string } | null)?.name ?? `this ${wordOfKind(kind)}`;
  return (
    <section
      role="alert"
      aria-label={WORDS.twoVersions}
      className={`${BAND} max-h-[46vh] overflow-auto`}
      data-testid="save-notice"
    >
      <p className="mb-2">
        <b>{name}</b> was changed in another window too. What could be merged is merged;{' '}
        {parts.length === 1 ? WORDS.thisPart : `these ${parts.length} parts`} both changed. What you give up
        can be fetched back for a week.
      </p>
      <table className="plain mb-2">
        <thead>
          <tr>
            <th scope="col">{WORDS.part}</th>
            <th scope="col">here{entry.at && `, ${sayMoment(entry.at)}`}</th>
            <th scope="col">in the other window{theirs?.at && `, ${sayMoment(theirs.at)}`}</th>
          </tr>
        </thead>
        <tbody>
          {parts.map(({ key, said }) => (
            <tr key={key}>
              <th scope="row" className="text-left font-semibold">
                {said.what}
              </th>
              {(['mine', 'theirs'] as const).map((side) => (
                <td key={side}>
                  <label className="flex items-baseline gap-2">
                    <input
                      type="radio"
                      name={key}
                      checked={(chosen[key] ?? newer) === side}
                      onChange={() => setChosen((c) => ({ ...c, [key]: side }))}
                    />
                    {said[side]}
                  </label>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="flex flex-wrap gap-3">
        <button
          type="button"
          className="btn solid"
          onClick={() => outbox.resolve(entry, { ...all(newer), ...chosen })}
        >
          {WORDS.goOnWithThese}
        </button>
        {parts.length > 1 && (
          <>
            <button type="button" className="btn" onClick={() => outbox.resolve(entry, all('mine'))}>
              {WORDS.allAsHere}
            </button>
            <button type="button" className="btn" onClick={() => outbox.resolve(entry, all('theirs'))}>
              {WORDS.allAsInThe}
            </button>
          </>
        )}
        {kind === 'plan' && <KeepCopy entry={entry} />}
      </p>
    </section>
  );
}
