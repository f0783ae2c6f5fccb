import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { type LookAsk, type Meaning, MOST_REACH, USUAL_REACH } from '@jade/core/intake';
import { sayFault, useCreatePlanMutation } from '../../api/index.ts';
import {
  type Intake,
  type OpenedDrawing,
  type ShownLook,
  type ShownOrders,
  startIntake,
} from '../../intake/index.ts';
import { freshId, useChange } from '../../plan/index.ts';
import { useSettings } from '../../records/index.ts';
import { useAppSelector } from '../../state/index.ts';
import { LengthField, NumberField, TextField } from '../../ui/index.ts';
import { LineTable } from './LineTable.tsx';
import { Orders } from './Orders.tsx';
import { PatternPicture } from './PatternPicture.tsx';
import {
  WORDS,
  sayAdded,
  sayApart,
  sayBegun,
  sayEvening,
  sayInnerRims,
  sayJoined,
  sayMend,
  sayPattern,
  saySystem,
  sayUnits,
} from './words.ts';

interface BringPatternProps {
  readonly kind: 'fold' | 'svg' | 'dxf';
  readonly name: string;
  readonly text: string;
  readonly onDone: () => void;
  readonly onOther: () => void;
}

/** A crease pattern from outside: looked over on its picture, its layers ordered, and a plan begun with it. */
export function BringPattern({ kind, name, text, onDone, onOther }: BringPatternProps) {
  const [opened, setOpened] = useState<{ readonly intake: Intake; readonly drawing: OpenedDrawing }>();
  const [fault, setFault] = useState('');
  useEffect(() => {
    const own = startIntake();
    void own.open(kind, text).then((read) => {
      if (typeof read === 'string') setFault(read);
      else setOpened({ intake: own, drawing: read });
    });
    return own.end;
  }, [kind, text]);
  if (fault !== '')
    return (
      <>
        <p role="alert" className="notice mb-4 max-w-[640px]">
          {fault}
        </p>
        <button type="button" className="btn" onClick={onOther}>
          {WORDS.another}
        </button>
      </>
    );
  if (!opened) return <p role="status">{WORDS.reading}</p>;
  return <Looking kind={kind} file={name} {...opened} onDone={onDone} />;
}

interface LookingProps {
  readonly kind: 'fold' | 'svg' | 'dxf';
  readonly file: string;
  readonly drawing: OpenedDrawing;
  readonly intake: Intake;
  readonly onDone: () => void;
}

/** What was found, newest first, and the order of its layers once there is a pattern. */
function useLook(intake: Intake, ask: LookAsk) {
  const [look, setLook] = useState<ShownLook>();
  const [orders, setOrders] = useState<ShownOrders>();
  const [fault, setFault] = useState('');
  const key = JSON.stringify(ask);
  useEffect(() => {
    let isLive = true;
    const isNewest = (): boolean => isLive;
    void (async () => {
      const found = await intake.look(JSON.parse(key) as LookAsk);
      if (!isNewest()) return;
      if (typeof found === 'string') return setFault(found);
      setFault('');
      setLook(found);
      setOrders(undefined);
      if (found.stop !== undefined) return;
      const ordered = await intake.order((first) => isNewest() && setOrders(first));
      if (!isNewest()) return;
      if (typeof ordered === 'string') setFault(ordered);
      else setOrders(ordered);
    })();
    return () => {
      isLive = false;
    };
  }, [intake, key]);
  return { look, orders, fault };
}

function Looking({ kind, file, drawing, intake, onDone }: LookingProps) {
  const [ask, setAsk] = useState<LookAsk>({ meaning: drawing.looks.map((l) => l.guess), reach: USUAL_REACH });
  const [hovered, setHovered] = useState<number | null>(null);
  const { look, orders, fault } = useLook(intake, ask);
  const [sideMm, setSideMm] = useState<number | null>();
  const side = sideMm !== undefined ? sideMm : usualSide(look, drawing);
  const { unit } = useSettings();
  const setMeaning = (i: number, meaning: Meaning): void =>
    setAsk((a) => ({ ...a, meaning: a.meaning.map((m, k) => (k === i ? meaning : m)) }));
  if (fault !== '')
    return (
      <p role="alert" className="notice max-w-[640px]">
        {fault}
      </p>
    );
  if (!look) return <p role="status">{WORDS.looking}</p>;
  const isMended = (ask.moved?.length ?? 0) > 0 || ask.isEvened === true || ask.areSensesFree === true;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_400px] gap-6 max-[900px]:grid-cols-1">
      <div>
        <p className="say mb-2" role="status">
          {look.stop ?? sayPattern(look.facets, look.creases, look.resting, orders?.kind === 'found')}
        </p>
        <PatternPicture
          look={look}
          drawing={drawing}
          meaning={ask.meaning}
          hovered={hovered}
          orders={orders}
        />
        <ul className="note mt-2">
          {[
            sayJoined(look.joined),
            sayAdded(look.added.length),
            sayInnerRims(look.innerRims),
            sayApart(look.apart.count, drawing.leftOut),
            look.stop === undefined ? saySystem(look.system) : '',
          ].map((line) => line !== '' && <li key={line}>{line}</li>)}
        </ul>
        <section aria-label={WORDS.ends} className="mt-3 grid max-w-[520px] grid-cols-2 gap-4">
          <NumberField
            label={WORDS.reach}
            value={Number((ask.reach * 100).toFixed(2))}
            low={0}
            high={MOST_REACH * 100}
            step={0.1}
            onNumber={(n) => setAsk((a) => ({ ...a, reach: n / 100 }))}
          />
          {look.sheet && (
            <LengthField
              label={`${sayUnits(look.sheet.side, look.sheet.shape.kind)} ${WORDS.side}`}
              valueMm={side}
              unit={unit}
              allowEmpty
              note={side === null ? WORDS.sideLater : undefined}
              onLength={setSideMm}
            />
          )}
        </section>
      </div>
      <div className="flex flex-col gap-5">
        {look.faults.length > 0 && (
          <section aria-label={WORDS.places}>
            <h3 className="head mb-1 text-persimmon">{WORDS.places}</h3>
            <ol className="list-decimal pl-6 text-[14px]">
              {look.faults.slice(0, MOST_PLACES).map((f, i) => (
                <li key={i}>{f.text}</li>
              ))}
            </ol>
            {look.faults.length > MOST_PLACES && (
              <p className="note">and {look.faults.length - MOST_PLACES} more.</p>
            )}
            {look.mend && (
              <p className="mt-2">
                {sayMend(look.mend.by)}{' '}
                <button
                  type="button"
                  className="act"
                  onClick={() => setAsk((a) => ({ ...a, moved: [...(a.moved ?? []), look.mend!] }))}
                >
                  {WORDS.moveIt}
                </button>
              </p>
            )}
            {look.evening !== undefined && (
              <p className="mt-1">
                {sayEvening(look.evening)}{' '}
                <button
                  type="button"
                  className="act"
                  onClick={() => setAsk((a) => ({ ...a, isEvened: true }))}
                >
                  {WORDS.evenAll}
                </button>
              </p>
            )}
            <FreeSenses ask={ask} onFree={() => setAsk((a) => ({ ...a, areSensesFree: true }))} />
          </section>
        )}
        {isMended && (
          <button
            type="button"
            className="act self-start"
            onClick={() => setAsk(({ meaning, reach }) => ({ meaning, reach }))}
          >
            {WORDS.asDrawn}
          </button>
        )}
        <LineTable
          looks={drawing.looks}
          isFold={kind === 'fold'}
          meaning={ask.meaning}
          onMeaning={setMeaning}
          onHover={setHovered}
        />
        {look.stop === undefined && (
          <Orders
            orders={orders}
            onFreeSenses={() => setAsk((a) => ({ ...a, areSensesFree: true }))}
            below={(order) => (
              <Begin
                file={file}
                drawing={drawing}
                intake={intake}
                order={order}
                sideMm={side}
                resting={look.resting}
                onDone={onDone}
              />
            )}
          />
        )}
      </div>
    </div>
  );
}

/** Places told one by one; more are only counted. */
const MOST_PLACES = 8;

function usualSide(look: ShownLook | undefined, { mmPerUnit }: OpenedDrawing): number | null {
  if (!look?.sheet || mmPerUnit === null) return null;
  const mm = look.sheet.side * mmPerUnit;
  // A sheet of a unit or less is a sheet in sides, not in millimetres.
  return mm >= 5 && mm <= 5000 ? Number(mm.toFixed(3)) : null;
}

function FreeSenses({ ask, onFree }: { ask: LookAsk; onFree: () => void }) {
  if (ask.areSensesFree) return null;
  return (
    <p className="mt-1">
      <button type="button" className="act" onClick={onFree}>
        {WORDS.freeSenses}
      </button>
    </p>
  );
}

interface BeginProps {
  readonly file: string;
  readonly drawing: OpenedDrawing;
  readonly intake: Intake;
  readonly order: number;
  readonly sideMm: number | null;
  readonly resting: number;
  readonly onDone: () => void;
}

/** Begins a plan with the chosen order: its creases in a folder's order, and one collapse. */
function Begin({ file, drawing, intake, order, sideMm, resting, onDone }: BeginProps) {
  const navigate = useNavigate();
  const change = useChange();
  const [create] = useCreatePlanMutation();
  const open = useAppSelector((s) => s.plan.present);
  const canJoin = open !== null && open.steps.length === 0;
  const [name, setName] = useState(drawing.title || file.replace(/\.[^.]+$/, ''));
  const [designer, setDesigner] = useState(drawing.designer);
  const [by, setBy] = useState<'marks' | 'print'>('marks');
  const [alsoResting, setAlsoResting] = useState(true);
  const [into, setInto] = useState<'new' | 'this'>(canJoin ? 'this' : 'new');
  const [isBusy, setBusy] = useState(false);
  const [said, setSaid] = useState('');
  const [made, setMade] = useState<{ readonly id: string; readonly told: string }>();
  const show = (id: string): void => {
    onDone();
    void navigate(`/plan/${id}/folds`);
  };
  const begin = async (): Promise<void> => {
    if (name.trim() === '') return setSaid('The plan has no name yet; write what it shall become.');
    setBusy(true);
    setSaid('');
    const asked = {
      order,
      by,
      alsoResting: alsoResting && resting > 0,
      name: name.trim(),
      designer,
      file,
      sideMm,
    };
    const answer = await intake.begin({ ...asked, prefix: freshId('p') });
    setBusy(false);
    if (typeof answer === 'string') return setSaid(answer);
    const { plan } = answer;
    const told = sayBegun(answer.byPlace, answer.otherwise, answer.by !== by);
    if (into === 'this' && canJoin) {
      change((p) => ({
        ...p,
        origin: p.origin.designer === '' ? plan.origin : p.origin,
        sheet: { ...p.sheet, shape: plan.sheet.shape, sideMm: plan.sheet.sideMm ?? p.sheet.sideMm },
        steps: plan.steps,
      }));
      onDone();
      return;
    }
    await create(plan)
      .unwrap()
      .then(
        (saved) => (told === '' ? show(saved.id) : setMade({ id: saved.id, told })),
        (error: unknown) => setSaid(sayFault(error)),
      );
  };
  if (made)
    return (
      <section aria-label={WORDS.begin} className="border-t border-rule-strong pt-3">
        <p role="status" className="mb-3">
          {WORDS.isBegun} {made.told}
        </p>
        <button type="button" className="btn solid" onClick={() => show(made.id)}>
          {WORDS.openPlan}
        </button>
      </section>
    );
  return (
    <section aria-label={WORDS.begin} className="border-t border-rule-strong pt-3">
      <div className="grid grid-cols-2 gap-4">
        <TextField label={WORDS.name} most={80} value={name} onText={setName} />
        <TextField
          label={WORDS.designer}
          most={80}
          value={designer}
          onText={setDesigner}
          note={drawing.designer === '' ? WORDS.designerNote : undefined}
        />
      </div>
      <fieldset className="mt-3 text-[14px]">
        <legend className="text-ink-2">{WORDS.creasesBy}</legend>
        <Radio name="by" on={by === 'marks'} onPick={() => setBy('marks')} word={WORDS.byMarks} />
        <Radio name="by" on={by === 'print'} onPick={() => setBy('print')} word={WORDS.byPrint} />
        {resting > 0 && by === 'marks' && (
          <label className="flex items-center gap-2">
            <input type="checkbox" checked={alsoResting} onChange={(e) => setAlsoResting(e.target.checked)} />
            {WORDS.alsoResting}
          </label>
        )}
      </fieldset>
      {open && (
        <fieldset className="mt-3 text-[14px]">
          <legend className="sr-only">{WORDS.begin}</legend>
          {canJoin ? (
            <>
              <Radio name="into" on={into === 'this'} onPick={() => setInto('this')} word={WORDS.asThis} />
              <Radio name="into" on={into === 'new'} onPick={() => setInto('new')} word={WORDS.asNew} />
            </>
          ) : (
            <p className="note">{WORDS.thisHasSteps}</p>
          )}
        </fieldset>
      )}
      <p className="mt-3 flex items-baseline gap-4">
        <button type="button" className="btn solid" disabled={isBusy} onClick={() => void begin()}>
          {WORDS.beginPlan}
        </button>
        <span role="status" className={said === '' ? 'note' : 'text-persimmon'}>
          {isBusy ? WORDS.working : said}
        </span>
      </p>
    </section>
  );
}

function Radio({ name, on, onPick, word }: { name: string; on: boolean; onPick: () => void; word: string }) {
  return (
    <label className="flex items-center gap-2">
      <input type="radio" name={name} checked={on} onChange={onPick} />
      {word}
    </label>
  );
}
