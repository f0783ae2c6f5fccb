import { useEffect, useState } from 'react';
import { type ArchiveLook, type Keeping, type Source, lookAtArchive, takeArchive } from '../../api/index.ts';
import { TakeOrLeave } from './TakeOrLeave.tsx';
import { KEEPINGS, WORDS, sayArchive } from './words.ts';

/** An archive, or a copy beside the database: what it would change, and what is kept where both have it. */
export function BringArchive({ source, onDone }: { source: Source; onDone: () => void }) {
  const [look, setLook] = useState<ArchiveLook>();
  // Who goes back to a copy wants what it has.
  const [keep, setKeep] = useState<Keeping>(source instanceof File ? 'mine' : 'theirs');
  const [fault, setFault] = useState('');
  const [isBusy, setBusy] = useState(true);
  useEffect(() => {
    let live = true;
    void lookAtArchive(source).then((found) => {
      if (!live) return;
      setBusy(false);
      if (typeof found === 'string') setFault(found);
      else setLook(found);
    });
    return () => {
      live = false;
    };
  }, [source]);
  const take = async (): Promise<void> => {
    setBusy(true);
    const done = await takeArchive(source, keep);
    setBusy(false);
    if (typeof done === 'string') return setFault(done);
    // What was read before is old now, on every screen.
    window.location.assign('/');
  };
  return (
    <section aria-label={WORDS.archive}>
      {fault !== '' && (
        <p role="alert" className="notice mb-3 max-w-[640px]">
          {fault}
        </p>
      )}
      {isBusy && <p role="status">{WORDS.archiveIsRead}</p>}
      {look && (
        <div role="group" aria-label={WORDS.whatItBrings}>
          <p className="say">{sayArchive(look)}</p>
          {look.differs.length > 0 && (
            <>
              <ul className="note my-2 list-disc pl-5">
                {look.differs.slice(0, 12).map((d, i) => (
                  <li key={i}>
                    {d.word} {d.name}
                  </li>
                ))}
                {look.differs.length > 12 && <li>and {look.differs.length - 12} more</li>}
              </ul>
              <fieldset>
                <legend className="text-[14px] text-ink-2">{WORDS.whereBothHaveIt}</legend>
                {KEEPINGS.map(({ value, label }) => (
                  <label key={value} className="mr-4 inline-flex items-center gap-2">
                    <input
                      type="radio"
                      name="keep"
                      checked={keep === value}
                      onChange={() => setKeep(value)}
                    />
                    {label}
                  </label>
                ))}
              </fieldset>
            </>
          )}
          <TakeOrLeave isBusy={isBusy} onTake={() => void take()} onLeave={onDone} />
        </div>
      )}
    </section>
  );
}
