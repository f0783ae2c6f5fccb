import { useState } from 'react';
import { type Landmark, useEngine } from '../../engine/index.ts';
import { freshId, useEdit, usePlan } from '../../plan/index.ts';
import { Choice, TextField } from '../../ui/index.ts';

/** Parts of the finished skin that shall show no crease: each is the facet seen at a point of the model. */
export function CleanZones({ landmarks }: { landmarks: readonly Landmark[] }) {
  const { zones, steps } = usePlan();
  const edit = useEdit();
  const { result } = useEngine();
  const [name, setName] = useState('');
  const [at, setAt] = useState('');
  const places = landmarks.filter((l) => l.rank === 'main' && !l.isUnder && l.sheet);
  const chosen = places.find((l) => l.name === at) ?? places[0];
  if (!result || steps.length === 0) return null;
  const add = (): void => {
    if (!chosen || name.trim() === '') return;
    edit(
      (p) =>
        void p.zones.push({
          id: freshId('zone'),
          name: name.trim(),
          at: structuredClone(chosen.ref) as never,
          more: [],
        }),
    );
    setName('');
  };
  return (
    <section aria-label="Clean skin" className="mt-8 mb-8">
      <h2 className="head">Skin without creases</h2>
      <p className="note mb-2">
        Name a part that shall show no crease. What crosses it in the end is told at its step.
      </p>
      <ul>
        {zones.map((zone, i) => (
          <li key={zone.id} className="flex items-baseline gap-3 py-0.5">
            <span className="flex-1">{zone.name}</span>
            <button type="button" className="act" onClick={() => edit((p) => void p.zones.splice(i, 1))}>
              take out {zone.name}
            </button>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap items-end gap-4">
        <TextField label="Part to keep clean" most={60} className="w-44" value={name} onText={setName} />
        <Choice
          label="seen at"
          className="w-36"
          value={chosen?.name ?? ''}
          options={places.map((l) => ({ value: l.name, label: l.name }))}
          onChoice={setAt}
        />
        <button type="button" className="btn" disabled={name.trim() === '' || !chosen} onClick={add}>
          Keep it clean
        </button>
      </div>
    </section>
  );
}
