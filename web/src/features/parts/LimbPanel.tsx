import { useState } from 'react';
import {
  type Figure,
  type FigureLimb,
  addLimb,
  changeLimb,
  changePacking,
  copyAcross,
  joinAt,
  leavesOf,
  limbsAt,
  pairLimbs,
  poseLimbs,
  rootOf,
  splitLimb,
  takeOut,
} from '@jade/core/parts';
import { type SheetShape, cornersOf, edgesOf } from '@jade/core/sheet';
import { useSettings } from '../../records/index.ts';
import { Choice, Field, LengthField, NumberField } from '../../ui/index.ts';
import type { FigureDesk } from './useFigure.ts';
import { WORDS } from './words.ts';

/** What can be said of the chosen limb, and what can be done to it. */
export function LimbPanel({
  desk,
  figure,
  chosen,
  sheet,
  onChoose,
}: {
  desk: FigureDesk;
  figure: Figure;
  chosen: string;
  sheet: SheetShape;
  onChoose: (limb: string) => void;
}) {
  const { unit } = useSettings();
  const posed = poseLimbs(figure).find((p) => p.limb.name === chosen);
  if (!posed) return null;
  const { limb, outer, angle } = posed;
  const isLeaf = leavesOf(figure).includes(outer);
  const isJoint = limbsAt(figure, outer).length === 2 && outer !== rootOf(figure);
  const mate = figure.pairs.find((p) => p.includes(chosen))?.find((n) => n !== chosen);
  const pin = figure.pins.find((p) => p.leaf === outer)?.to ?? '';
  const change = (part: Parameters<typeof changeLimb>[2]): void =>
    desk.take(changeLimb(figure, chosen, part));
  const doAct = (next: ReturnType<typeof splitLimb>, choose?: string): void => {
    desk.take(next);
    if (next.ok) onChoose(choose ?? chosen);
  };
  const sides = [
    { value: '', label: WORDS.eitherSide },
    { value: 'front', label: WORDS.theFront },
    { value: 'back', label: WORDS.theBack },
  ] as const;
  return (
    <section aria-label={`Limb: ${chosen}`} className="mt-2">
      <div className="grid grid-cols-[1.4fr_1fr_1fr_1fr] items-start gap-3">
        <NameField
          key={chosen}
          limb={limb}
          onName={(name) => {
            const next = changeLimb(figure, chosen, { name });
            desk.take(next);
            if (next.ok) onChoose(name);
          }}
        />
        <LengthField
          label={WORDS.length}
          unit={unit}
          valueMm={limb.length}
          onLength={(mm) => mm !== null && change({ length: mm })}
        />
        <NumberField
          label={WORDS.direction}
          value={Math.round(angle * 10) / 10}
          low={-360}
          high={360}
          step={0.1}
          onNumber={(degrees) => change({ angle: degrees })}
        />
        <LengthField
          label={WORDS.width}
          unit={unit}
          valueMm={limb.width ?? null}
          allowEmpty
          onLength={(mm) => change({ width: mm ?? undefined })}
        />
        <Choice
          label={WORDS.itsPair}
          value={mate ?? ''}
          options={[
            { value: '', label: WORDS.none },
            ...figure.limbs.filter((l) => l.name !== chosen).map((l) => ({ value: l.name, label: l.name })),
          ]}
          onChoice={(other) => desk.take(pairLimbs(figure, chosen, other === '' ? null : other))}
        />
        <Choice
          label={WORDS.shows2}
          value={limb.side ?? ''}
          options={sides}
          onChoice={(side) => change({ side: side === '' ? undefined : side })}
        />
        {isLeaf && (
          <>
            <Choice
              label={WORDS.itsTipLies}
              value={pin}
              options={[
                { value: '', label: WORDS.anywhere },
                ...edgesOf(sheet).map((e) => ({ value: e.name, label: `on edge ${e.name}` })),
                ...cornersOf(sheet).map((c) => ({ value: c.name, label: `at corner ${c.name}` })),
              ]}
              onChoice={(to) => desk.take(changePacking(figure, { leaf: outer, to: to === '' ? null : to }))}
            />
            <Choice
              label={WORDS.isItNeeded}
              value={limb.optional ? 'may' : 'must'}
              options={[
                { value: 'must', label: WORDS.mustBeThere },
                { value: 'may', label: WORDS.mayBeLeftOut },
              ]}
              onChoice={(need) => change({ optional: need === 'may' })}
            />
          </>
        )}
      </div>
      <div className="mt-3 flex flex-wrap gap-x-5 gap-y-1 text-[14px]">
        <button
          type="button"
          className="act"
          onClick={() => {
            const next = addLimb(figure, outer, Math.max(10, Math.round(limb.length / 2)));
            doAct(next, next.ok ? next.value.limbs.at(-1)!.name : undefined);
          }}
        >
          {WORDS.addALimbAt}
        </button>
        <button type="button" className="act" onClick={() => doAct(splitLimb(figure, chosen))}>
          {WORDS.putAJointIn}
        </button>
        {isJoint && (
          <button
            type="button"
            className="act"
            onClick={() => {
              const outward = limbsAt(figure, outer).find((l) => l !== limb)!;
              doAct(joinAt(figure, outer), outward.name);
            }}
          >
            {WORDS.takeItsEndJoint}
          </button>
        )}
        <button type="button" className="act" onClick={() => doAct(copyAcross(figure, chosen))}>
          {WORDS.copyToTheOther}
        </button>
        <button type="button" className="act" onClick={() => doAct(takeOut(figure, chosen), '')}>
          Leave out {chosen}
        </button>
      </div>
    </section>
  );
}

/** A name is taken when the field is left: while it is typed it may be another limb's. */
function NameField({ limb, onName }: { limb: FigureLimb; onName: (name: string) => void }) {
  const [text, setText] = useState(limb.name);
  const take = (): void => {
    if (text.trim() === '') setText(limb.name);
    else if (text.trim() !== limb.name) onName(text.trim());
  };
  return (
    <Field label={WORDS.name}>
      {({ id }) => (
        <input
          id={id}
          type="text"
          maxLength={60}
          className="w-full"
          value={text}
          onChange={(e) => setText(e.target.value)}
          onBlur={take}
          onKeyDown={(e) => e.key === 'Enter' && take()}
        />
      )}
    </Field>
  );
}
