import { useState } from 'react';
import type { Plan } from '@jade/core/plan';
import { distance } from '@jade/core/geometry';
import type { Landmark } from '@jade/core/trying';
import type { LengthUnit } from '@jade/core/units';
import { useEngine } from '../../engine/index.ts';
import { PickTwo, usePalette } from '../../pictures/index.ts';
import { freshId, useEdit, usePlan } from '../../plan/index.ts';
import { useLastDetail } from '../../stage/index.ts';
import { Choice, Leaf, TextField, Waiting } from '../../ui/index.ts';
import { WordChoice, WordText } from './inline.tsx';
import { WishSize } from './WishSize.tsx';
import { WORDS } from './words.ts';

/** Wished lengths between two places, as words of the sentence. */
export function PlaceWords({ unit, onFault }: { unit: LengthUnit; onFault: (fault: string) => void }) {
  const { brief } = usePlan();
  const edit = useEdit();
  const set = (id: string, change: (own: Plan['brief']['places'][number]) => void): void =>
    edit((p) => {
      const own = p.brief.places.find((x) => x.id === id);
      if (own) change(own as Plan['brief']['places'][number]);
    });
  return brief.places.map((place) => (
    <span key={place.id}>
      ,{' '}
      <WordText
        label={`${WORDS.placeName}: ${place.name}`}
        shown={place.name}
        onFault={onFault}
        onText={(t) => t.trim() !== '' && set(place.id, (own) => void (own.name = t.slice(0, 60)))}
      />{' '}
      <WishSize
        label={`${WORDS.lengthOf} ${place.name}`}
        unit={unit}
        onFault={onFault}
        wish={place}
        onWish={(wish) =>
          wish
            ? set(place.id, (own) => void Object.assign(own, wish))
            : edit((p) => void (p.brief.places = p.brief.places.filter((x) => x.id !== place.id)))
        }
      />{' '}
      <WordChoice
        label={`${place.name}, ${WORDS.readOn}`}
        value={place.form}
        options={[
          { value: 'flat', label: WORDS.flatForm },
          { value: 'shaped', label: WORDS.shapedForm },
        ]}
        onChoice={(form) => set(place.id, (own) => void (own.form = form))}
      />
    </span>
  ));
}

const SIZE = 420;

/** A new length: two points pressed on the finished form, with what they measure now as the first wish. */
export function NewPlace({ onDone }: { readonly onDone: () => void }) {
  const { shaping } = usePlan();
  const edit = useEdit();
  const palette = usePalette();
  const { result } = useEngine();
  const detail = useLastDetail();
  const [picks, setPicks] = useState<readonly Landmark[]>([]);
  const [name, setName] = useState('');
  const [form, setForm] = useState<'flat' | 'shaped'>(shaping.length > 0 ? 'shaped' : 'flat');
  const side = result?.readings.sideMm;
  const [a, b] = picks;
  const mm = a && b && side !== undefined ? distance(a.model, b.model) * side : undefined;
  const keep = (): void => {
    if (!a || !b) return;
    const place = {
      id: freshId('place'),
      name: name.trim() || `${a.name} to ${b.name}`,
      ends: structuredClone([a.ref, b.ref]),
      form,
      mm: Math.max(1, Math.round(mm ?? 10)),
      tolerancePercent: 10,
      bound: 'about' as const,
      toMm: null,
    };
    edit((p) => void p.brief.places.push(place as never));
    onDone();
  };
  return (
    <Leaf open onOpen={onDone} title={WORDS.newPlace}>
      <p className="note mb-2">{WORDS.newPlaceSays}</p>
      {detail ? (
        <PickTwo
          drawing={detail.after}
          palette={palette}
          landmarks={detail.landmarks}
          picks={picks}
          onPicks={setPicks}
          title={WORDS.newPlaceSays}
          size={SIZE}
        />
      ) : (
        <Waiting what={WORDS.foldingThePlan} />
      )}
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <TextField label={WORDS.placeName} most={60} className="w-52" value={name} onText={setName} />
        <Choice
          label={WORDS.readOn}
          className="w-52"
          value={form}
          options={[
            { value: 'flat', label: WORDS.flatForm },
            { value: 'shaped', label: WORDS.shapedForm },
          ]}
          onChoice={setForm}
        />
        <button type="button" className="btn solid" disabled={picks.length < 2} onClick={keep}>
          {WORDS.wishIt}
        </button>
      </div>
      {mm !== undefined && form === 'flat' && (
        <p className="note mt-1">
          {WORDS.nowItIs} {mm.toFixed(1)} mm.
        </p>
      )}
    </Leaf>
  );
}
