import { useState } from 'react';
import type { StepDetail } from '../../engine/index.ts';
import { useEngine } from '../../engine/index.ts';
import { type Painted, PaintedSkin } from '../../painting/index.ts';
import { freshId, useEdit, usePlan } from '../../plan/index.ts';
import { Choice, TextField } from '../../ui/index.ts';
import { WORDS } from './words.ts';

/** Parts of the finished skin that shall show no crease: painted on the silhouette, or the facet seen at a landmark. */
export function CleanZones({ detail }: { detail: StepDetail | undefined }) {
  const { zones, steps } = usePlan();
  const edit = useEdit();
  const { result } = useEngine();
  const [name, setName] = useState('');
  const [at, setAt] = useState('');
  const [painted, setPainted] = useState<Painted>(new Map());
  const places = (detail?.landmarks ?? []).filter((l) => l.rank === 'main' && !l.isUnder && l.sheet);
  const chosen = places.find((l) => l.name === at) ?? places[0];
  if (!result || steps.length === 0 || !detail) return null;
  const refs =
    painted.size > 0
      ? [...painted.values()].map((p) => ({ kind: 'sheet' as const, at: [p[0], p[1]] }))
      : chosen
        ? [chosen.ref]
        : [];
  const add = (): void => {
    const [first, ...more] = refs;
    if (!first || name.trim() === '') return;
    const zone = { id: freshId('zone'), name: name.trim(), at: first, more };
    edit((p) => void p.zones.push(structuredClone(zone) as never));
    setName('');
    setPainted(new Map());
  };
  return (
    <section aria-label={WORDS.cleanSkin} className="mt-8 mb-8">
      <h2 className="head">{WORDS.skinWithoutCreases}</h2>
      <p className="note mb-2">{WORDS.paintThePartThat}</p>
      <ul>
        {zones.map((zone, i) => (
          <li key={zone.id} className="flex items-baseline gap-3 py-0.5">
            <span className="flex-1">
              {zone.name}
              {zone.more.length > 0 && <span className="note"> · {zone.more.length + 1} parts painted</span>}
            </span>
            <button type="button" className="act" onClick={() => edit((p) => void p.zones.splice(i, 1))}>
              take out {zone.name}
            </button>
          </li>
        ))}
      </ul>
      <PaintedSkin detail={detail} painted={painted} onPaint={setPainted} />
      <div className="flex flex-wrap items-end gap-4">
        <TextField label={WORDS.partToKeepClean} most={60} className="w-44" value={name} onText={setName} />
        {painted.size === 0 && (
          <Choice
            label={WORDS.seenAt}
            className="w-36"
            value={chosen?.name ?? ''}
            options={places.map((l) => ({ value: l.name, label: l.name }))}
            onChoice={setAt}
          />
        )}
        <button
          type="button"
          className="btn"
          disabled={name.trim() === '' || refs.length === 0}
          onClick={add}
        >
          {painted.size > 0
            ? `Keep ${painted.size === 1 ? 'this part' : `these ${painted.size} parts`} clean`
            : WORDS.keepItClean}
        </button>
      </div>
    </section>
  );
}
