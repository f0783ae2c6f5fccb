import { useState } from 'react';
import { useNavigate } from 'react-router';
import {
  MOST_PIECES,
  type PieceBeginning,
  type PieceId,
  addPiece,
  listPieces,
  movePiece,
  removePiece,
} from '@jade/core/plan';
import { toMinutesText } from '@jade/core/units';
import type { WholeReading } from '../../engine/index.ts';
import { freshId, pieceShown, usePlanState, useWholeChange, useWholePlan } from '../../plan/index.ts';
import { useSettings } from '../../records/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { Choice, NumberField, TextField } from '../../ui/index.ts';
import { WORDS, mmText } from './words.ts';

/** The pieces of a plan: opened, named, left out, and one more added. */
export function PieceList({ reading }: { readonly reading: WholeReading | undefined }) {
  const plan = useWholePlan();
  const change = useWholeChange();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { id: planId } = usePlanState();
  const { unit } = useSettings();
  const open = (id: PieceId): void => {
    dispatch(pieceShown(id));
    void navigate(`/plan/${planId}/folds`);
  };
  return (
    <section aria-label={WORDS.pieces}>
      <h2 className="head">{WORDS.pieces}</h2>
      {plan.pieces.length > 0 && (
        <>
          <p className="note mb-2">{WORDS.piecesSay}</p>
          <ul className="mb-4">
            {listPieces(plan).map(({ id, name }, at) => {
              const own = reading?.whole.pieces.find((p) => p.id === id);
              const time = reading?.minutes.find((m) => m.id === id);
              return (
                <li key={id ?? ''} className="flex items-end gap-3 border-b border-rule py-2">
                  {id === null ? (
                    <b className="min-w-0 flex-1">{name}</b>
                  ) : (
                    <TextField
                      label={WORDS.nameOf}
                      most={60}
                      className="min-w-0 flex-1"
                      value={name}
                      onText={(text) =>
                        text.trim() !== '' &&
                        change(
                          (p) => ({
                            ...p,
                            pieces: p.pieces.map((x) => (x.id === id ? { ...x, name: text } : x)),
                          }),
                          `name of ${id}`,
                        )
                      }
                    />
                  )}
                  <span className="text-[14px] text-ink-2">
                    {own && `${mmText(own.sideMm, unit)}${own.isSideGuessed ? ' (not chosen)' : ''}, `}
                    {own?.steps ?? 0} steps
                    {time && time.minutes > 0 ? `, ${toMinutesText(time.minutes)}` : ''}
                    {time && time.alike > 0 ? `; alike until step ${time.alike}` : ''}
                  </span>
                  <button type="button" className="act" aria-label={`Open ${name}`} onClick={() => open(id)}>
                    {WORDS.open}
                  </button>
                  {id !== null && at > 1 && (
                    <button
                      type="button"
                      className="act"
                      aria-label={`Fold ${name} earlier`}
                      onClick={() => change((p) => movePiece(p, id, -1))}
                    >
                      {WORDS.earlier}
                    </button>
                  )}
                  {id !== null && (
                    <button
                      type="button"
                      className="act"
                      aria-label={`Leave out ${name}`}
                      onClick={() => change((p) => removePiece(p, id))}
                    >
                      {WORDS.leaveOut}
                    </button>
                  )}
                </li>
              );
            })}
          </ul>
        </>
      )}
      {plan.pieces.length < MOST_PIECES ? (
        <NewPiece onOpen={open} />
      ) : (
        <p className="note">A plan keeps {MOST_PIECES + 1} pieces at most.</p>
      )}
    </section>
  );
}

/** One more piece: what it is, and from what sheet. */
function NewPiece({ onOpen }: { onOpen: (id: PieceId) => void }) {
  const plan = useWholePlan();
  const change = useWholeChange();
  const [name, setName] = useState('');
  const [how, setHow] = useState<PieceBeginning['kind']>('own sheet');
  const [steps, setSteps] = useState(plan.steps.length);
  const mayHalve = plan.sheet.halfOf === null && ['square', 'triangle'].includes(plan.sheet.shape.kind);
  const add = (): void => {
    const id = freshId('piece');
    const begins: PieceBeginning =
      how === 'other half'
        ? { kind: 'other half', square: freshId('square') }
        : how === 'alike'
          ? { kind: 'alike', piece: null, steps: Math.min(Math.max(1, steps), plan.steps.length) }
          : { kind: 'own sheet' };
    change((p) => addPiece(p, id, name.trim(), begins));
    setName('');
    onOpen(id);
  };
  return (
    <form
      className="mt-3 flex flex-wrap items-end gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (name.trim() !== '') add();
      }}
    >
      <TextField label={WORDS.pieceName} most={60} className="w-44" value={name} onText={setName} />
      <Choice
        label={WORDS.itsSheet}
        className="w-64"
        value={how}
        options={[
          { value: 'own sheet', label: WORDS.ownSheet },
          ...(mayHalve ? [{ value: 'other half' as const, label: WORDS.otherHalf }] : []),
          ...(plan.steps.length > 0 ? [{ value: 'alike' as const, label: WORDS.alikeTo }] : []),
        ]}
        onChoice={setHow}
      />
      {how === 'alike' && (
        <NumberField
          label="step"
          className="w-20"
          value={steps}
          low={1}
          high={plan.steps.length}
          onNumber={(v) => setSteps(Math.round(v))}
        />
      )}
      <button type="submit" className="btn" disabled={name.trim() === ''}>
        {WORDS.addPiece}
      </button>
      {how === 'other half' && plan.sheet.shape.kind === 'square' && plan.steps.length > 0 && (
        <p className="note w-full">{WORDS.halfNote}</p>
      )}
    </form>
  );
}
