import { useState } from 'react';
import { bases } from '@jade/core/bases';
import { copyPassage } from '@jade/core/editing';
import { buildPlan } from '@jade/core/plan';
import { type BaseCard, getEngine, useBaseCards } from '../../engine/index.ts';
import { freshId, stepSelected, useChange, usePlan } from '../../plan/index.ts';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { Leaf } from '../../ui/index.ts';
import { WORDS } from './words.ts';

/** The passage the steps of a base go under. */
const PASSAGE = 'Base';

/** Begins the sequence with a base: its steps, from the pre-creases to the collapse, each as one would fold it. */
export function BaseLeaf({ onClose }: { onClose: () => void }) {
  const plan = usePlan();
  const change = useChange();
  const dispatch = useAppDispatch();
  const [text, setText] = useState('');
  const shape = JSON.stringify(plan.sheet.shape);
  const fitting = bases.filter((b) => JSON.stringify(b.sheet) === shape);
  const wanted = text.trim().toLowerCase();
  const found = fitting
    .filter((b) => b.name.toLowerCase().includes(wanted))
    .sort(
      (a, b) =>
        Number(b.name.toLowerCase().startsWith(wanted)) - Number(a.name.toLowerCase().startsWith(wanted)),
    );
  const cards = useBaseCards(fitting.map((b) => b.id));
  const [byCreases, setByCreases] = useState(false);
  const [said, setSaid] = useState('');
  const take = async (base: (typeof bases)[number]): Promise<void> => {
    let { steps } = base;
    if (byCreases) {
      setSaid(`Setting the creases of the ${base.name} …`);
      const made = await getEngine().precreaseBase(base.id);
      if (typeof made === 'string') return setSaid(made);
      ({ steps } = made);
    }
    let count = 0;
    change((p) => {
      const from = { ...buildPlan(base.name), sheet: p.sheet, points: base.points, steps: [...steps] };
      const ask = { from, first: 1, last: steps.length, into: p, after: 0, freshId: () => freshId('s') };
      const copied = copyPassage(ask).plan;
      count = steps.length;
      return {
        ...copied,
        baseId: p.baseId ?? (p.ownBase ? null : base.id),
        steps: copied.steps.map((s, i) =>
          i < count ? { ...s, passage: byCreases ? s.passage : PASSAGE } : s,
        ),
      };
    });
    dispatch(stepSelected(count));
    onClose();
  };
  return (
    <Leaf open onOpen={(open) => !open && onClose()} title={WORDS.beginWithABase} width="wide">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (found[0]) void take(found[0]);
        }}
      >
        <label className="block text-[14px]">
          Its name
          <input
            type="text"
            autoFocus
            autoComplete="off"
            maxLength={60}
            className="mt-1 mb-3 block w-64"
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
        </label>
        <label className="mb-3 flex items-center gap-2 text-[14px]">
          <input type="checkbox" checked={byCreases} onChange={(e) => setByCreases(e.target.checked)} />
          Set all its creases first, each by its marks, then collapse it in one go
        </label>
      </form>
      {said !== '' && (
        <p className="note" role="status">
          {said}
        </p>
      )}
      {found.length === 0 && (
        <p className="note">{fitting.length === 0 ? WORDS.noBaseOfThe : WORDS.noBaseOfThat}</p>
      )}
      <ul className="grid grid-cols-5 gap-3 max-[720px]:grid-cols-3">
        {found.map((base, i) => (
          <li key={base.id}>
            <button
              type="button"
              className={`w-full border-b-2 text-left text-[14px] ${wanted !== '' && i === 0 ? 'border-jade' : 'border-transparent'}`}
              onClick={() => void take(base)}
            >
              <BasePicture card={cards.get(base.id)} />
              {base.name}
              {!byCreases && (
                <span className="note block">
                  {base.steps.length} {base.steps.length === 1 ? WORDS.step : WORDS.steps}
                </span>
              )}
            </button>
          </li>
        ))}
      </ul>
    </Leaf>
  );
}

function BasePicture({ card }: { card: BaseCard | undefined }) {
  const palette = usePalette();
  if (!card) return <span className="note block h-[90px]">{WORDS.folding}</span>;
  return (
    <DrawingView
      drawing={card.drawing}
      palette={palette}
      width={130}
      height={90}
      margin={8}
      weight={0.6}
      title={card.name}
    />
  );
}
