import { type Ask as AskSpec, METHODS, TOOLS, methodsOf, specOf } from '@jade/core/kinds';
import { moveWord } from '@jade/core/sequence';
import { usePlan, usePlanState } from '../../plan/index.ts';
import { toLengthText } from '@jade/core/units';
import { useSettings } from '../../records/index.ts';
import { useEngine } from '../../engine/index.ts';
import { Choice, LengthField, NumberField } from '../../ui/index.ts';
import { type Composer, type Options, askedNow, asksForPoint, usesLine } from './composer.ts';
import type { Send } from './authoring.ts';
import { PointByName } from './PointByName.tsx';
import { hasNoOther } from './focus.ts';
import { WORDS } from './words.ts';

/** What the chosen tool still needs: the next choice in words, its fields, and what was chosen so far. */
export function Ask({ composer, send }: { composer: Composer; send: Send }) {
  const { tool, method, options } = composer;
  const { asks } = TOOLS[tool];
  const { detail } = useEngine();
  const prompt = askedNow(composer);
  const set = (option: Options): void => send({ kind: 'option set', option });
  const canTakeBack = composer.picks.length > 0 || composer.creases.length > 0;
  const ticks = asks.filter((a) => a.kind === 'tick');
  return (
    <div className="mb-2 flex flex-wrap items-end gap-4 border-t border-rule pt-2" data-testid="composer">
      {usesLine(tool) && (
        <Choice
          label={WORDS.findTheCreaseBy}
          className="w-52"
          value={method}
          options={methodsOf(tool).map((m) => ({ value: m, label: METHODS[m].word }))}
          onChoice={(m) => send({ kind: 'method chosen', method: m })}
        />
      )}
      {usesLine(tool) && method === 'angle' && (
        <NumberField
          label={WORDS.turnsByInDegrees}
          className="w-44"
          value={Number(options.turnsBy)}
          low={-360}
          high={360}
          step={0.5}
          onNumber={(turnsBy) => set({ turnsBy })}
        />
      )}
      {usesLine(tool) && METHODS[method].hasOther && (
        <Tick on={options.other === true} word={WORDS.theOtherPlace} onTick={(other) => set({ other })} />
      )}
      {usesLine(tool) && method === 'length' && <FlapLength composer={composer} set={set} />}
      {asks.map((ask) => (
        <AskField key={ask.id} ask={ask} value={options[ask.id] ?? null} set={set} />
      ))}
      <p className="min-w-[220px] flex-1 pb-2" aria-live="polite">
        <b>
          {composer.replacing !== null ? `Changing step ${composer.replacing}. ` : ''}
          {prompt ? `${prompt}.` : WORDS.keepTheFoldOr}
        </b>{' '}
        <Chosen composer={composer} send={send} />
      </p>
      {asksForPoint(composer) && (
        <PointByName
          // A field of its own for every choice: each takes the focus when the one before is made.
          key={`${composer.tool} ${composer.picks.length} ${composer.changing}`}
          landmarks={detail?.landmarks ?? []}
          isOwnFocus={hasNoOther}
          send={send}
          onMethod={(by) => {
            const all = methodsOf(tool);
            const next = all[(all.indexOf(method) + by + all.length) % all.length];
            if (next) send({ kind: 'method chosen', method: next });
          }}
        />
      )}
      {ticks.map(
        ({ id, label, onlyBy }) =>
          (onlyBy === undefined || onlyBy === method) && (
            <Tick key={id} on={options[id] === true} word={label} onTick={(on) => set({ [id]: on })} />
          ),
      )}
      {canTakeBack && (
        <button type="button" className="act pb-2" onClick={() => send({ kind: 'taken back' })}>
          {WORDS.takeBackAChoice}
        </button>
      )}
      <button type="button" className="act pb-2" onClick={() => send({ kind: 'put away' })}>
        {WORDS.putAwayEsc}
      </button>
    </div>
  );
}

/** One thing a tool asks for besides points; ticks stand after the sentence. */
function AskField({ ask, value, set }: { ask: AskSpec; value: Options[string]; set: SetOption }) {
  switch (ask.kind) {
    case 'tick':
      return null;
    case 'number':
      return (
        <NumberField
          label={ask.label}
          className="w-44"
          value={Number(value)}
          low={ask.low}
          high={ask.high}
          step={ask.step}
          onNumber={(number) => set({ [ask.id]: number })}
        />
      );
    case 'length':
      return <SheetLength ask={ask} value={typeof value === 'number' ? value : null} set={set} />;
    case 'choice':
      return (
        <Choice
          label={ask.label}
          className="w-40"
          value={String(value)}
          options={ask.options}
          onChoice={(choice) => set({ [ask.id]: choice })}
        />
      );
    case 'earlier step':
      return <EarlierStep ask={ask} value={value} set={set} />;
  }
}

type SetOption = (option: Options) => void;

/** The length a flap shall keep, in the folder's unit once its two ends are chosen. */
function FlapLength({ composer: { picks, options }, set }: { composer: Composer; set: SetOption }) {
  const kept = Number(options.kept);
  const { unit } = useSettings();
  const sideMm = useEngine().result?.readings.sideMm;
  const [tip, root] = picks.map((p) => p.model);
  const wholeMm =
    tip && root && sideMm !== undefined ? Math.hypot(tip[0] - root[0], tip[1] - root[1]) * sideMm : undefined;
  if (wholeMm === undefined || wholeMm < 1e-6)
    return (
      <NumberField
        label={WORDS.keepsOfItsLength}
        className="w-44"
        value={Math.round(kept * 1000) / 10}
        low={1}
        high={99}
        step={0.1}
        onNumber={(percent) => set({ kept: percent / 100 })}
      />
    );
  return (
    <LengthField
      label={WORDS.keepsALengthOf}
      className="w-36"
      unit={unit}
      valueMm={kept * wholeMm}
      note={`of ${toLengthText(wholeMm, unit).text}`}
      onLength={(mm) => mm !== null && set({ kept: Math.min(0.99, Math.max(0.01, mm / wholeMm)) })}
    />
  );
}

/** A length on the sheet, in the folder's unit; kept as a share of the side. */
function SheetLength({
  ask,
  value,
  set,
}: {
  ask: Extract<AskSpec, { kind: 'length' }>;
  value: number | null;
  set: SetOption;
}) {
  const { unit } = useSettings();
  const sideMm = useEngine().result?.readings.sideMm;
  // Without a sheet there is no length yet, only a share of its side.
  if (sideMm === undefined && !ask.mayBeEmpty)
    return (
      <NumberField
        label={`${ask.label}, % of the side`}
        className="w-44"
        value={Math.round(Number(value) * 1000) / 10}
        low={0.1}
        high={99}
        step={0.1}
        onNumber={(percent) => set({ [ask.id]: percent / 100 })}
      />
    );
  const side = sideMm ?? 200;
  return (
    <LengthField
      label={ask.label}
      className="w-36"
      unit={unit}
      allowEmpty={ask.mayBeEmpty}
      valueMm={value === null ? null : value * side}
      note={ask.note}
      onLength={(mm) => (mm !== null || ask.mayBeEmpty) && set({ [ask.id]: mm === null ? null : mm / side })}
    />
  );
}

/** What has been chosen; each point is pressed to be chosen anew, the rest stays. */
function Chosen({ composer, send }: { composer: Composer; send: Send }) {
  const { picks, flap, creases, kept, changing } = composer;
  if (kept?.whole) return <span className="text-ink-2">{WORDS.itsChoicesStayAs}</span>;
  const count = (sense: string): number => creases.filter((c) => c.sense === sense).length;
  const senses = [
    `${count('valley')} valley`,
    `${count('mountain')} mountain`,
    ...(count('folded') > 0 ? [`${count('folded')} either`] : []),
    ...(count('flat') > 0 ? [`${count('flat')} opened`] : []),
  ];
  if (picks.length === 0 && creases.length === 0 && !kept?.line) return null;
  return (
    <span className="text-ink-2">
      {kept?.line ? WORDS.theCreaseStaysWhere : WORDS.chosen}
      {creases.length > 0 && `${senses.join(', ')}${picks.length > 0 ? '; ' : ''}`}
      {picks.map((p, i) => (
        <span key={i}>
          {i > 0 && ', '}
          <button
            type="button"
            className="act"
            aria-pressed={changing === i}
            title={WORDS.chooseAnotherPointInstead}
            onClick={() => send({ kind: 'choice opened', at: changing === i ? null : i })}
          >
            {p.name}
          </button>
        </span>
      ))}
      {flap ? `; ${creases.length > 0 ? 'staying' : 'moving'} ${flap.map((p) => p.name).join(', ')}` : ''}.
    </span>
  );
}

/** Chooses one of the steps folded so far that can be opened again. */
function EarlierStep({
  ask,
  value,
  set,
}: {
  ask: Extract<AskSpec, { kind: 'earlier step' }>;
  value: Options[string];
  set: SetOption;
}) {
  const { steps } = usePlan();
  const { step } = usePlanState();
  const folds = steps
    .slice(0, step)
    .map((s, i) => ({ s, n: i + 1 }))
    .filter(({ s }) => specOf(s.move).opens);
  return (
    <Choice
      label={ask.label}
      className="w-44"
      value={String(value ?? '')}
      options={[
        { value: '', label: folds.length === 0 ? 'nothing is folded yet' : 'choose a step' },
        ...folds.map(({ s, n }) => ({ value: s.id, label: `${n} ${moveWord(s)}` })),
      ]}
      onChoice={(id) => id !== '' && set({ [ask.id]: id })}
    />
  );
}

function Tick({ on, word, onTick }: { on: boolean; word: string; onTick: (on: boolean) => void }) {
  return (
    <label className="flex items-center gap-2 pb-2 text-[14px]">
      <input type="checkbox" checked={on} onChange={() => onTick(!on)} /> {word}
    </label>
  );
}
