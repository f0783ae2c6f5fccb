import { useEffect, useState } from 'react';
import { scaleLinear } from 'd3';
import { type ShapingStep, shapingOf } from '@jade/core/shaping';
import type { StepDetail } from '../../engine/index.ts';
import { getEngine, useEngine } from '../../engine/index.ts';
import { freshId, useEdit, usePlan } from '../../plan/index.ts';
import { Choice, TextField } from '../../ui/index.ts';
import { WORDS, ACTION_WORDS, sayAction } from './words.ts';

type Read = Awaited<ReturnType<ReturnType<typeof getEngine>['readAction']>>;

/** What the finished figure does: one place is held, another pulled, and a third goes along. */
export function Actions({ detail }: { readonly detail: StepDetail | undefined }) {
  const { shaping, finish } = usePlan();
  const moving = shaping.filter((s) => shapingOf(s.act).isComputed && shapingOf(s.act).amount(s.act));
  if (moving.length === 0 || !detail) return null;
  return (
    <section aria-label={WORDS.action} className="mb-8">
      <h2 className="head">{WORDS.action}</h2>
      <p className="note mb-2">{ACTION_WORDS.what}</p>
      <ul>
        {finish.actions.map((a) => (
          <ActionRow key={a.id} action={a} shaping={shaping} />
        ))}
      </ul>
      <NewAction moving={moving} shaping={shaping} detail={detail} />
    </section>
  );
}

type Action = ReturnType<typeof usePlan>['finish']['actions'][number];

function ActionRow({ action, shaping }: { action: Action; shaping: readonly ShapingStep[] }) {
  const edit = useEdit();
  const { result } = useEngine();
  const [read, setRead] = useState<Read>();
  useEffect(() => {
    let live = true;
    if (result)
      void getEngine()
        .readAction(action.id)
        .then((r) => live && setRead(r));
    return () => {
      live = false;
    };
  }, [result, action]);
  const number = shaping.findIndex((s) => s.id === action.step) + 1;
  return (
    <li className="border-b border-rule py-2">
      <div className="flex items-baseline gap-3">
        <b className="flex-1">{action.name}</b>
        <button
          type="button"
          className="act"
          aria-label={`Leave out ${action.name}`}
          onClick={() =>
            edit((p) => void (p.finish.actions = p.finish.actions.filter((a) => a.id !== action.id)))
          }
        >
          {WORDS.leaveOut}
        </button>
      </div>
      {read === undefined ? (
        <p className="note">{ACTION_WORDS.reading}</p>
      ) : read === null ? (
        <p className="note !text-persimmon">{ACTION_WORDS.gone}</p>
      ) : (
        <>
          <p>{sayAction(read, number)}</p>
          {read.ratio !== undefined && read.ratio > 1e-3 && <Ways read={read} />}
        </>
      )}
    </li>
  );
}

const CHART = { width: 300, height: 90, left: 34, bottom: 20 };

/** Way of the watched place over way of the pulled one. */
function Ways({ read }: { read: NonNullable<Read> }) {
  const most = (of: 'pulled' | 'watched'): number => read.ways.at(-1)![of] * read.sideMm;
  const x = scaleLinear([0, Math.max(1, most('pulled'))], [CHART.left, CHART.width - 6]);
  const y = scaleLinear([0, Math.max(1, most('watched'))], [CHART.height - CHART.bottom, 6]);
  const line = read.ways.map((w) => `${x(w.pulled * read.sideMm)},${y(w.watched * read.sideMm)}`).join(' ');
  return (
    <svg
      role="img"
      aria-label={ACTION_WORDS.chart}
      width={CHART.width}
      height={CHART.height}
      className="mt-1 text-[12px]"
    >
      {x.ticks(4).map((t) => (
        <g key={t}>
          <line x1={x(t)} x2={x(t)} y1={6} y2={CHART.height - CHART.bottom} stroke="var(--rule)" />
          <text x={x(t)} y={CHART.height - 6} textAnchor="middle" fill="currentColor">
            {t}
          </text>
        </g>
      ))}
      {y.ticks(3).map((t) => (
        <g key={t}>
          <line x1={CHART.left} x2={CHART.width - 6} y1={y(t)} y2={y(t)} stroke="var(--rule)" />
          <text x={CHART.left - 5} y={y(t) + 4} textAnchor="end" fill="currentColor">
            {t}
          </text>
        </g>
      ))}
      <polyline points={line} fill="none" stroke="var(--jade)" strokeWidth="2" />
    </svg>
  );
}

function NewAction({
  moving,
  shaping,
  detail,
}: {
  moving: readonly ShapingStep[];
  shaping: readonly ShapingStep[];
  detail: StepDetail;
}) {
  const edit = useEdit();
  const places = detail.landmarks.filter((l) => l.rank === 'main' && l.sheet);
  const [name, setName] = useState('');
  const [step, setStep] = useState(moving[0]!.id);
  const [at, setAt] = useState({ held: '', pulled: '', watched: '' });
  const placeOf = (of: keyof typeof at, i: number) =>
    places.find((l) => l.name === at[of]) ?? places[Math.min(i, places.length - 1)];
  const [held, pulled, watched] = [placeOf('held', 0), placeOf('pulled', 1), placeOf('watched', 2)];
  if (!held || !pulled || !watched) return null;
  const options = places.map((l) => ({ value: l.name, label: l.name }));
  const add = (): void => {
    const own = moving.some((s) => s.id === step) ? step : moving[0]!.id;
    const action = {
      id: freshId('act'),
      name: name.trim(),
      step: own,
      held: held.ref,
      pulled: pulled.ref,
      watched: watched.ref,
    };
    edit((p) => void p.finish.actions.push(structuredClone(action) as never));
    setName('');
  };
  return (
    <div className="mt-2 flex flex-wrap items-end gap-3">
      <TextField label={WORDS.whatItDoes} most={60} className="w-40" value={name} onText={setName} />
      <Choice
        label="by"
        className="w-36"
        value={step}
        options={moving.map((s) => ({
          value: s.id,
          label: `step ${shaping.indexOf(s) + 1}, ${shapingOf(s.act).word}`,
        }))}
        onChoice={setStep}
      />
      <Choice
        label={WORDS.heldAt}
        className="w-20"
        value={held.name}
        options={options}
        onChoice={(v) => setAt({ ...at, held: v })}
      />
      <Choice
        label={WORDS.pulledAt}
        className="w-20"
        value={pulled.name}
        options={options}
        onChoice={(v) => setAt({ ...at, pulled: v })}
      />
      <Choice
        label={WORDS.watched}
        className="w-20"
        value={watched.name}
        options={options}
        onChoice={(v) => setAt({ ...at, watched: v })}
      />
      <button type="button" className="btn" disabled={name.trim() === ''} onClick={add}>
        {WORDS.seeWhatMoves}
      </button>
    </div>
  );
}
