import { useState } from 'react';
import { Link } from 'react-router';
import { wordOfKind } from '@jade/core/documents';
import {
  fetchAside,
  sayFault,
  useBringBackMutation,
  useListAsidesQuery,
  useListBinQuery,
  useListPlansQuery,
} from '../../api/index.ts';
import { useRecords } from '../../records/index.ts';
import { Notice, Waiting, sayDay, sayMoment } from '../../ui/index.ts';
import { WORDS } from './words.ts';

/** Everything that was deleted in the last thirty days, and a way back for each. */
export function BinPage() {
  const { data, error, refetch } = useListBinQuery(undefined, { refetchOnMountOrArgChange: true });
  const { data: plans } = useListPlansQuery();
  const [bringBack, { error: backError }] = useBringBackMutation();
  if (error && !data)
    return (
      <Notice tone="care" className="m-8 max-w-[640px]">
        {sayFault(error)}{' '}
        <button type="button" className="act" onClick={() => void refetch()}>
          {WORDS.tryAgain}
        </button>
      </Notice>
    );
  if (!data) return <Waiting what={WORDS.lookingIntoTheBin} />;
  const nameOf = (owner: string): string => plans?.find((p) => p.id === owner)?.plan.name ?? 'a deleted plan';
  return (
    <main className="px-8 pt-5 pb-10">
      <h1 className="sr-only">{WORDS.bin}</h1>
      <p className="say mb-4">
        {data.length === 0 ? (
          WORDS.theBinIsEmpty
        ) : (
          <>
            <b>{data.length}</b> {data.length === 1 ? WORDS.thingLies : WORDS.thingsLie} in the bin. Each can
            be brought back until the day it says; then it is gone.
          </>
        )}{' '}
        <Link className="act text-[15px]" to="/">
          {WORDS.backToTheCast}
        </Link>
      </p>
      {backError && (
        <Notice tone="care" className="mb-4 max-w-[640px]">
          {sayFault(backError)}
        </Notice>
      )}
      {data.length > 0 && (
        <table className="plain max-w-[980px]">
          <thead>
            <tr>
              <th scope="col">{WORDS.what}</th>
              <th scope="col">{WORDS.kind}</th>
              <th scope="col">{WORDS.deleted}</th>
              <th scope="col">{WORDS.goneAfter}</th>
              <th scope="col">
                <span className="sr-only">{WORDS.actions}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {data.map((item) => (
              <tr key={`${item.kind}:${item.owner}:${item.id}`}>
                <th scope="row" className="!text-[15px] !text-ink">
                  {item.name}
                </th>
                <td>
                  {item.word}
                  {item.owner && ` of ${nameOf(item.owner)}`}
                </td>
                <td>{sayMoment(item.deletedAt)}</td>
                <td>{sayDay(item.until)}</td>
                <td>
                  <button type="button" className="act" onClick={() => void bringBack(item)}>
                    bring back<span className="sr-only"> {item.name}</span>
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <GivenUp nameOf={nameOf} />
    </main>
  );
}

/** Versions that were given up where two windows clashed: plans open with theirs, records are put back at once. */
function GivenUp({ nameOf }: { nameOf: (id: string) => string }) {
  const { data } = useListAsidesQuery(undefined, { refetchOnMountOrArgChange: true });
  const { write } = useRecords();
  const [said, setSaid] = useState('');
  if (!data || data.length === 0) return null;
  const putBack = async ({ id, kind, owner }: (typeof data)[number]): Promise<void> => {
    if (kind === 'plan') return;
    write(kind, owner, (await fetchAside(id)) as never);
    setSaid('It is back as it was given up.');
  };
  return (
    <section aria-label={WORDS.givenUpInThe} className="mt-8 max-w-[980px]">
      <h2 className="head mb-1">{WORDS.givenUpInThe}</h2>
      <p className="note mb-2">{WORDS.whereTwoWindowsHad}</p>
      <ul>
        {data.map((a) => (
          <li key={a.id} className="flex justify-between gap-4 border-b border-rule py-2">
            <span>
              {sayMoment(a.at)} · {a.kind === 'plan' ? nameOf(a.documentId) : wordOfKind(a.kind)} · {a.why}
            </span>
            {a.kind === 'plan' ? (
              <Link className="act" to={`/plan/${a.documentId}/brief`}>
                {WORDS.fetchItBackIn}
              </Link>
            ) : (
              <button
                type="button"
                className="act"
                onClick={() => void putBack(a).catch((e: Error) => setSaid(e.message))}
              >
                {WORDS.fetchItBack}
              </button>
            )}
          </li>
        ))}
      </ul>
      {said && <p role="status">{said}</p>}
    </section>
  );
}
