import { useEffect, useRef, useState } from 'react';
import {
  type ArchiveLook,
  type CopyOfDay,
  type Keeping,
  type Source,
  fetchCopies,
  lookAtArchive,
  takeArchive,
} from '../../api/index.ts';
import { sayMoment } from '../../ui/index.ts';
import { WORDS, sayBytes, sayLook, sayWhere } from './words.ts';

/** Everything in one file: saved to be carried to another machine, and taken in from one. */
export function Everything() {
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<{ readonly source: Source; readonly look: ArchiveLook }>();
  const [keep, setKeep] = useState<Keeping>('mine');
  const [said, setSaid] = useState<{ text: string; isFault: boolean }>();
  const [isBusy, setBusy] = useState(false);
  const look = async (source: Source): Promise<void> => {
    setBusy(true);
    setSaid(undefined);
    const found = await lookAtArchive(source);
    setBusy(false);
    if (typeof found === 'string') {
      setFile(undefined);
      setSaid({ text: found, isFault: true });
    } else {
      // Who goes back to a copy wants what it has.
      setKeep(source instanceof File ? 'mine' : 'theirs');
      setFile({ source, look: found });
    }
  };
  const take = async (): Promise<void> => {
    if (!file) return;
    setBusy(true);
    const done = await takeArchive(file.source, keep);
    setBusy(false);
    if (typeof done === 'string') return setSaid({ text: done, isFault: true });
    setFile(undefined);
    // What was read before is old now, on every screen.
    window.location.assign('/');
  };
  return (
    <section aria-label={WORDS.everything} className="col-span-full border-t border-rule pt-4">
      <h2 className="head mb-1">{WORDS.everything}</h2>
      <p className="note mb-2">{WORDS.everythingSays}</p>
      <p className="flex flex-wrap items-baseline gap-4">
        <a className="act" href="/api/archive.zip" download>
          {WORDS.saveEverything}
        </a>
        <button type="button" className="act" disabled={isBusy} onClick={() => input.current?.click()}>
          {WORDS.takeInAnArchive}
        </button>
        <input
          ref={input}
          type="file"
          accept=".zip,application/zip"
          className="sr-only"
          tabIndex={-1}
          aria-label={WORDS.archiveToTakeIn}
          onChange={(e) => {
            const [chosen] = e.target.files ?? [];
            e.target.value = '';
            if (chosen) void look(chosen);
          }}
        />
      </p>
      <Copies isBusy={isBusy} onBack={(copy) => void look({ copy })} />
      {file && (
        <div className="mt-3 border-l-[3px] border-jade pl-3" role="group" aria-label={WORDS.whatItBrings}>
          <p>{sayLook(file.look)}</p>
          {file.look.differs.length > 0 && (
            <>
              <ul className="note my-1 list-disc pl-5">
                {file.look.differs.slice(0, 12).map((d, i) => (
                  <li key={i}>
                    {d.word} {d.name}
                  </li>
                ))}
                {file.look.differs.length > 12 && <li>and {file.look.differs.length - 12} more</li>}
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
          <p className="mt-2 flex items-baseline gap-4">
            <button type="button" className="btn solid" disabled={isBusy} onClick={() => void take()}>
              {WORDS.takeItIn}
            </button>
            <button type="button" className="act" onClick={() => setFile(undefined)}>
              {WORDS.leaveIt}
            </button>
          </p>
        </div>
      )}
      <p role="status" className={said?.isFault ? 'mt-2 text-persimmon' : 'mt-2'}>
        {isBusy ? WORDS.archiveIsRead : said?.text}
      </p>
    </section>
  );
}

/** Copies that were made by themselves, and where everything is kept. */
function Copies({ isBusy, onBack }: { isBusy: boolean; onBack: (name: string) => void }) {
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
            <button type="button" className="act" disabled={isBusy} onClick={() => onBack(name)}>
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

const KEEPINGS: readonly { readonly value: Keeping; readonly label: string }[] = [
  { value: 'mine', label: 'keep mine' },
  { value: 'theirs', label: 'take theirs' },
  { value: 'both', label: 'keep both' },
];
