import { useEffect, useState } from 'react';
import { type Fit, type PieceId, planOfPiece } from '@jade/core/plan';
import type { Landmark } from '@jade/core/trying';
import { type PieceForm, getEngine, useEngine } from '../../engine/index.ts';
import { PickTwo, paletteOf } from '../../pictures/index.ts';
import { freshId, useWholeChange, useWholePlan } from '../../plan/index.ts';
import { useSettings } from '../../records/index.ts';
import { Choice, LengthField, TextField } from '../../ui/index.ts';
import { WORDS } from './words.ts';

interface Side {
  readonly piece: string;
  readonly picks: readonly Landmark[];
}

/** Ids of pieces as a choice writes them; the plan's own first piece has none. */
const FIRST = 'first';
const toId = (piece: string): PieceId => (piece === FIRST ? null : piece);

/** A new join: an edge of one piece and a place on another, by two points pressed on each. */
export function NewFit({ onDone }: { readonly onDone: () => void }) {
  const plan = useWholePlan();
  const change = useWholeChange();
  const { unit } = useSettings();
  const forms = usePieceForms();
  const [kind, setKind] = useState<Fit['kind']>('pocket');
  const [tab, setTab] = useState<Side>({ piece: FIRST, picks: [] });
  const [mouth, setMouth] = useState<Side>({ piece: plan.pieces[0]?.id ?? FIRST, picks: [] });
  const [depthMm, setDepth] = useState(10);
  const [name, setName] = useState('');
  const isReady = tab.picks.length === 2 && mouth.picks.length === 2 && tab.piece !== mouth.piece;
  const keep = (): void => {
    const ends = ({ picks }: Side): Fit['tab']['ends'] =>
      structuredClone([picks[0]!.ref, picks[1]!.ref]) as Fit['tab']['ends'];
    const fit: Fit = {
      id: freshId('fit'),
      name: name.trim() || WORDS.kinds[kind],
      kind,
      tab: { piece: toId(tab.piece), ends: ends(tab) },
      mouth: { piece: toId(mouth.piece), ends: ends(mouth) },
      depthMm,
      shiftMm: 0,
      degrees: 0,
      side: 'in front',
      glue: kind === 'laid on' ? { dots: 2, diameterMm: 3 } : null,
    };
    change((p) => ({ ...p, fits: [...p.fits, fit] }));
    onDone();
  };
  return (
    <div className="mt-3 border border-rule-strong p-4" role="group" aria-label={WORDS.addFit}>
      <div className="mb-3 flex flex-wrap items-end gap-3">
        <Choice
          label={WORDS.kind}
          className="w-44"
          value={kind}
          options={(Object.keys(WORDS.kinds) as Fit['kind'][]).map((value) => ({
            value,
            label: WORDS.kinds[value],
          }))}
          onChoice={setKind}
        />
        <TextField label={WORDS.fitName} most={60} className="w-44" value={name} onText={setName} />
        <LengthField
          label={WORDS.deep}
          className="w-28"
          valueMm={depthMm}
          unit={unit}
          onLength={(mm) => setDepth(Math.min(2000, mm ?? 0))}
        />
      </div>
      <div className="grid grid-cols-2 gap-4">
        <SideChooser title={WORDS.tab} forms={forms} side={tab} onSide={setTab} />
        <SideChooser title={WORDS.mouth} forms={forms} side={mouth} onSide={setMouth} />
      </div>
      <p className="note">{WORDS.noPoint}</p>
      {tab.piece === mouth.piece && <p className="note !text-persimmon">{WORDS.chooseOther}</p>}
      <div className="mt-3 flex gap-3">
        <button type="button" className="btn solid" disabled={!isReady} onClick={keep}>
          {WORDS.keep}
        </button>
        <button type="button" className="btn" onClick={onDone}>
          {WORDS.cancel}
        </button>
      </div>
    </div>
  );
}

const SIZE = 210;

/** A piece at its end, and two of its points. */
function SideChooser({
  title,
  forms,
  side,
  onSide,
}: {
  readonly title: string;
  readonly forms: readonly PieceForm[];
  readonly side: Side;
  readonly onSide: (side: Side) => void;
}) {
  const plan = useWholePlan();
  const form = forms.find((f) => (f.id ?? FIRST) === side.piece);
  return (
    <fieldset className="min-w-0" aria-label={title}>
      <Choice
        label={title}
        value={side.piece}
        options={forms.map((f) => ({ value: f.id ?? FIRST, label: f.name }))}
        onChoice={(piece) => onSide({ piece, picks: [] })}
      />
      {form && (
        <PickTwo
          drawing={form.drawing}
          palette={paletteOf(planOfPiece(plan, form.id))}
          landmarks={form.landmarks}
          picks={side.picks}
          onPicks={(picks) => onSide({ ...side, picks })}
          title={`${form.name}: ${WORDS.chooseTwo}`}
          size={SIZE}
        />
      )}
      <p className="note" role="status">
        {side.picks.length === 2
          ? `from ${side.picks[0]!.name} to ${side.picks[1]!.name}`
          : `${WORDS.chooseTwo}${side.picks.length === 1 ? `: ${side.picks[0]!.name}, and one more` : ''}`}
      </p>
    </fieldset>
  );
}

function usePieceForms(): readonly PieceForm[] {
  const { result } = useEngine();
  const [forms, setForms] = useState<readonly PieceForm[]>([]);
  useEffect(() => {
    let live = true;
    if (result)
      void getEngine()
        .readPieces()
        .then((found) => live && setForms(found))
        .catch(() => undefined);
    return () => {
      live = false;
    };
  }, [result]);
  return forms;
}
