import { useEffect, useState } from 'react';
import { type LockRead, glueDotMm2 } from '@jade/core/shaping';
import { MOST_WAITS, waitKinds } from '@jade/core/waits';
import type { StepDetail } from '../../engine/index.ts';
import { getEngine, useEngine } from '../../engine/index.ts';
import { freshId, useEdit, usePlan } from '../../plan/index.ts';
import { Choice, TextField } from '../../ui/index.ts';
import { WORDS, LOCK_WORDS, sayGlue, sayLock } from './words.ts';

type Lock = ReturnType<typeof usePlan>['finish']['locks'][number];
type Read = Awaited<ReturnType<ReturnType<typeof getEngine>['readLock']>>;

/** Tabs tucked into pockets: whether they go in, after which step, and a dot of glue where the house rules allow it. */
export function Locks({ detail }: { readonly detail: StepDetail | undefined }) {
  const { finish, steps } = usePlan();
  const { result } = useEngine();
  const [tabs, setTabs] = useState<readonly string[]>([]);
  useEffect(() => {
    let live = true;
    if (result)
      void getEngine()
        .listTabs()
        .then((t) => live && setTabs(t));
    return () => {
      live = false;
    };
  }, [result]);
  if (steps.length === 0 || !detail) return null;
  return (
    <section aria-label={WORDS.locks} className="mb-8">
      <h2 className="head">{WORDS.locks}</h2>
      <p className="note mb-2">{LOCK_WORDS.what}</p>
      <ul>
        {finish.locks.map((lock) => (
          <LockRow key={lock.id} lock={lock} />
        ))}
      </ul>
      {tabs.length === 0 ? (
        <p className="note">{LOCK_WORDS.noTab}</p>
      ) : (
        <NewLock tabs={tabs} detail={detail} />
      )}
    </section>
  );
}

function LockRow({ lock }: { lock: Lock }) {
  const { brief } = usePlan();
  const edit = useEdit();
  const { result } = useEngine();
  const [read, setRead] = useState<Read>();
  useEffect(() => {
    let live = true;
    if (result)
      void getEngine()
        .readLock(lock.id)
        .then((r) => live && setRead(r));
    return () => {
      live = false;
    };
  }, [result, lock]);
  const mayGlue = brief.rules === 'pragmatic';
  const fault = typeof read === 'string' ? LOCK_WORDS[read] : undefined;
  const known: LockRead | undefined = read && typeof read !== 'string' ? read : undefined;
  return (
    <li className="border-b border-rule py-2">
      <div className="flex items-baseline gap-3">
        <b className="flex-1">{lock.name}</b>
        {mayGlue && (
          <label className="flex items-center gap-2 text-[14px]">
            <input
              type="checkbox"
              checked={lock.isGlued}
              onChange={() =>
                edit((p) => {
                  const own = p.finish.locks.find((l) => l.id === lock.id);
                  if (own) own.isGlued = !own.isGlued;
                })
              }
            />
            with a dot of glue
          </label>
        )}
        <button
          type="button"
          className="act"
          aria-label={`Leave out ${lock.name}`}
          onClick={() => edit((p) => void (p.finish.locks = p.finish.locks.filter((l) => l.id !== lock.id)))}
        >
          {WORDS.leaveOut}
        </button>
      </div>
      {fault && <p className="note !text-persimmon">{fault}</p>}
      {known && <p className={known.fits ? '' : 'text-persimmon'}>{sayLock(known)}</p>}
      {known && lock.isGlued && (
        <p className="note">
          {mayGlue ? sayGlue(glueDotMm2(known)) : LOCK_WORDS.noGlue} {mayGlue && <GlueTimes />}
        </p>
      )}
    </li>
  );
}

/** Puts the times of glue to the last step there is, where the bench counts them. */
function GlueTimes() {
  const { shaping, steps } = usePlan();
  const edit = useEdit();
  const last = shaping.at(-1) ?? steps.at(-1);
  if (!last || last.waits.some((w) => w.kind === 'glue')) return null;
  return (
    <button
      type="button"
      className="act"
      onClick={() =>
        edit((p) => {
          const own = p.shaping.at(-1) ?? p.steps.at(-1)!;
          own.waits = [
            ...own.waits,
            { kind: 'clamp' as const, minutes: 10 },
            { kind: 'glue' as const, minutes: waitKinds.glue.usual },
          ].slice(0, MOST_WAITS);
        })
      }
    >
      {WORDS.putItsTimesTo}
    </button>
  );
}

function NewLock({ tabs, detail }: { tabs: readonly string[]; detail: StepDetail }) {
  const edit = useEdit();
  const places = detail.landmarks.filter((l) => l.sheet);
  const [name, setName] = useState('');
  const [tab, setTab] = useState('');
  const [ends, setEnds] = useState({ from: '', to: '' });
  const from = places.find((l) => l.name === ends.from) ?? places[0];
  const to = places.find((l) => l.name === ends.to) ?? places[1];
  if (!from || !to) return null;
  const options = places.map((l) => ({ value: l.name, label: l.name }));
  const add = (): void => {
    const lock = {
      id: freshId('lock'),
      name: name.trim(),
      tab: tabs.includes(tab) ? tab : tabs[0]!,
      mouth: [from.ref, to.ref],
      isGlued: false,
    };
    edit((p) => void p.finish.locks.push(structuredClone(lock) as never));
    setName('');
  };
  return (
    <div className="mt-2 flex flex-wrap items-end gap-3">
      <TextField label={WORDS.whatItLocks} most={60} className="w-40" value={name} onText={setName} />
      <Choice
        label={WORDS.tabAt}
        className="w-20"
        value={tabs.includes(tab) ? tab : tabs[0]!}
        options={tabs.map((t) => ({ value: t, label: t }))}
        onChoice={setTab}
      />
      <Choice
        label={WORDS.pocketFrom}
        className="w-24"
        value={from.name}
        options={options}
        onChoice={(v) => setEnds({ ...ends, from: v })}
      />
      <Choice
        label="to"
        className="w-24"
        value={to.name}
        options={options}
        onChoice={(v) => setEnds({ ...ends, to: v })}
      />
      <button type="button" className="btn" disabled={name.trim() === '' || from === to} onClick={add}>
        {WORDS.seeWhetherItHolds}
      </button>
    </div>
  );
}
