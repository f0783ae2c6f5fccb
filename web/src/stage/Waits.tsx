import { useState } from 'react';
import {
  MOST_WAITS,
  type Wait,
  readDuration,
  sayDuration,
  sayWait,
  waitKinds,
  waitMinutes,
} from '@jade/core/waits';
import { Choice, Field, Leaf } from '../ui/index.ts';
import { WORDS } from './words.ts';

interface WaitsProps {
  /** What the waits follow: "step 12". */
  readonly after: string;
  readonly waits: readonly Wait[];
  readonly onWaits: (waits: Wait[]) => void;
}

/** The waits after a step: opened by a word that says what there is already. */
export function WaitsButton({ after, waits, onWaits, className = '' }: WaitsProps & { className?: string }) {
  const [isOpen, setOpen] = useState(false);
  const total = waitMinutes(waits);
  return (
    <>
      <button type="button" className={`act ${className}`} onClick={() => setOpen(true)}>
        {waits.length === 0
          ? WORDS.wait
          : total > 0
            ? `Wait ${sayDuration(total)}…`
            : `Damp ${sayDuration(waits[0]!.minutes)}…`}
      </button>
      {isOpen && (
        <Leaf open onOpen={setOpen} title={`Waits after ${after}`}>
          <p className="note mb-3">{WORDS.whatThePaperNeeds}</p>
          <WaitRows waits={waits} onWaits={onWaits} />
        </Leaf>
      )}
    </>
  );
}

function WaitRows({ waits, onWaits }: Pick<WaitsProps, 'waits' | 'onWaits'>) {
  const [kind, setKind] = useState<Wait['kind']>('dry');
  const replace = (at: number, wait: Wait): void => onWaits(waits.map((w, i) => (i === at ? wait : w)));
  const cautions = [
    ...new Set(
      waits.flatMap((w) => {
        const spec = waitKinds[w.kind];
        return 'caution' in spec ? [spec.caution] : [];
      }),
    ),
  ];
  return (
    <>
      {waits.length === 0 && <p className="note mb-3">{WORDS.nothingIsWaitedFor}</p>}
      <ol aria-label={WORDS.waits}>
        {waits.map((wait, i) => (
          <li key={i} className="mb-2 flex flex-wrap items-end gap-3 border-b border-rule pb-2">
            <Duration
              label={waitKinds[wait.kind].word}
              minutes={wait.minutes}
              onMinutes={(minutes) => replace(i, { ...wait, minutes })}
            />
            <button
              type="button"
              className="act pb-2"
              disabled={i === 0}
              onClick={() => onWaits([...waits.slice(0, i - 1), wait, waits[i - 1]!, ...waits.slice(i + 1)])}
            >
              {WORDS.earlier}
            </button>
            <button
              type="button"
              className="act pb-2"
              aria-label={`Leave out: ${sayWait(wait)}`}
              onClick={() => onWaits(waits.filter((_, at) => at !== i))}
            >
              {WORDS.leaveOut}
            </button>
          </li>
        ))}
      </ol>
      {cautions.map((caution) => (
        <p key={caution} className="note mb-2">
          {caution}
        </p>
      ))}
      <div className="flex items-end gap-3">
        <Choice
          label={WORDS.whatItWaitsFor}
          className="w-56"
          value={kind}
          options={Object.entries(waitKinds).map(([value, { word }]) => ({ value, label: word }))}
          onChoice={(v) => setKind(v as Wait['kind'])}
        />
        <button
          type="button"
          className="btn"
          disabled={waits.length >= MOST_WAITS}
          onClick={() => onWaits([...waits, { kind, minutes: waitKinds[kind].usual }])}
        >
          {WORDS.addIt}
        </button>
      </div>
      {waits.length >= MOST_WAITS && <p className="note mt-2">{WORDS.aStepHas6}</p>}
    </>
  );
}

/** A time as folders write it ("14 h", "45 min"). What cannot be read stays in the field, with a sentence. */
function Duration({
  label,
  minutes,
  onMinutes,
}: {
  readonly label: string;
  readonly minutes: number;
  readonly onMinutes: (minutes: number) => void;
}) {
  const shown = sayDuration(minutes);
  const [typed, setTyped] = useState<string>();
  const read = typed === undefined || typed === shown ? undefined : readDuration(typed);
  const take = (): void => {
    if (!read) setTyped(undefined);
    else if (read.ok) {
      onMinutes(read.value);
      setTyped(undefined);
    }
  };
  return (
    <Field label={label} fault={read && !read.ok ? read.fault : undefined} className="w-56">
      {({ id, describedBy }) => (
        <input
          id={id}
          aria-describedby={describedBy}
          aria-invalid={read ? !read.ok : undefined}
          type="text"
          autoComplete="off"
          maxLength={40}
          value={typed ?? shown}
          onChange={(e) => setTyped(e.target.value)}
          onBlur={take}
          onKeyDown={(e) => e.key === 'Enter' && take()}
        />
      )}
    </Field>
  );
}

/** The waits after a step, said in a line; nothing where there are none. */
export function WaitLine({ waits, className = 'note' }: { waits: readonly Wait[]; className?: string }) {
  if (waits.length === 0) return null;
  return <p className={className}>{waits.map((w) => `${sayWait(w)}.`).join(' ')}</p>;
}
