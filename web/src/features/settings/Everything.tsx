import { useEffect, useState } from 'react';
import { type CopyOfDay, fetchCopies } from '../../api/index.ts';
import { ask, sayMoment } from '../../ui/index.ts';
import { WORDS, sayBytes, sayWhere } from './words.ts';

/** Everything in one file: saved to be carried to another machine, and taken in from one. */
export function Everything() {
  return (
    <section aria-label={WORDS.everything} className="col-span-full border-t border-rule pt-4">
      <h2 className="head mb-1">{WORDS.everything}</h2>
      <p className="note mb-2">{WORDS.everythingSays}</p>
      <p className="flex flex-wrap items-baseline gap-4">
        <a className="act" href="/api/archive.zip" download>
          {WORDS.saveEverything}
        </a>
        <button type="button" className="act" onClick={() => ask('bring')}>
          {WORDS.takeInAnArchive}
        </button>
      </p>
      <Copies />
    </section>
  );
}

/** Copies that were made by themselves, and where everything is kept. */
function Copies() {
  const [kept, setKept] = useState<{ file: string; copies: readonly CopyOfDay[] }>();
  useEffect(() => {
    let live = true;
    void fetchCopies().then((found) => live && setKept(found));
    return () => {
      live = false;
    };
  }, []);
  if (!kept) return null;
  return (
    <>
      <p className="note mt-2">{sayWhere(kept.file)}</p>
      <ul aria-label={WORDS.copies} className="mt-1">
        {kept.copies.map(({ name, kind, at, bytes }) => (
          <li key={name} className="flex flex-wrap items-baseline gap-4 py-0.5 text-[14px]">
            <span className="w-64">
              {sayMoment(at)}
              {kind === 'before' && <span className="note"> {WORDS.beforeMigration}</span>}
            </span>
            <span className="note w-20">{sayBytes(bytes)}</span>
            <button type="button" className="act" onClick={() => ask('bring', { copy: name })}>
              {WORDS.goBackToIt}
            </button>
            <a className="act" href={`/api/copies/${encodeURIComponent(name)}`} download>
              {WORDS.download}
            </a>
          </li>
        ))}
      </ul>
    </>
  );
}
