import { useState } from 'react';
import { moveWord } from '@jade/core/sequence';
import { usePlan, usePlanState } from '../../plan/index.ts';
import { toLengthText } from '@jade/core/units';
import { useSettings } from '../../records/index.ts';
import { useEngine } from '../../engine/index.ts';
import { Choice, LengthField, NumberField } from '../../ui/index.ts';
import { type Composer, type ComposerOptions, promptOf, usesLine } from './composer.ts';
import type { Send } from './FoldsPage.tsx';
import { GROUPS, METHODS, TOOLS, type Tool, methodsOf } from './tools.ts';

interface TrayProps {
  readonly composer: Composer | null;
  readonly send: Send;
  readonly showNames: boolean;
  readonly onNames: () => void;
}

/** The moves in groups, each with its mark in print notation and its word; and what the chosen one still needs. */
export function Tray({ composer, send, showNames, onNames }: TrayProps) {
  const [open, setOpen] = useState(GROUPS[0]!.name);
  const own = composer && GROUPS.find((g) => g.tools.includes(composer.tool))!.name;
  const [last, setLast] = useState(own);
  if (own !== last) {
    setLast(own);
    if (own) setOpen(own);
  }
  const group = GROUPS.find((g) => g.name === open)!;
  return (
    <div className="px-7 pb-3">
      {composer && <Ask composer={composer} send={send} />}
      <div className="flex flex-wrap items-center gap-x-5">
        <div className="flex flex-wrap items-center gap-x-5" role="tablist" aria-label="Kinds of moves">
          {GROUPS.map(({ name }) => (
            <button
              key={name}
              type="button"
              role="tab"
              aria-selected={name === open}
              aria-controls="tray-tools"
              className={`min-h-[28px] font-serif text-[15px] ${name === open ? 'font-semibold text-ink' : 'text-ink-2'}`}
              onClick={() => setOpen(name)}
            >
              {name}
            </button>
          ))}
        </div>
        <button
          type="button"
          aria-pressed={showNames}
          title="Names (N)"
          className={`ml-auto flex min-h-[28px] items-center gap-2 border-b-2 border-dashed px-2 text-[14px] ${showNames ? 'border-jade' : 'border-transparent'}`}
          onClick={onNames}
        >
          <svg
            width="11"
            height="16"
            viewBox="0 0 12 18"
            fill="none"
            stroke="var(--jade)"
            strokeWidth="1.5"
            aria-hidden="true"
          >
            <path d="M6 1l5 6-5 10-5-10z" />
          </svg>
          Names
        </button>
      </div>
      <div
        id="tray-tools"
        className="flex flex-wrap items-center gap-x-1"
        role="toolbar"
        aria-label={`Moves: ${group.name}`}
      >
        {group.tools.map((tool) => (
          <ToolButton
            key={tool}
            tool={tool}
            on={composer?.tool === tool}
            onClick={() => send({ kind: 'begun', tool, replacing: composer?.replacing ?? null })}
          />
        ))}
      </div>
    </div>
  );
}

function ToolButton({ tool, on, onClick }: { tool: Tool; on: boolean; onClick: () => void }) {
  const { word, key, path } = TOOLS[tool];
  return (
    <button
      type="button"
      aria-pressed={on}
      aria-keyshortcuts={key}
      title={`${word} (${key})`}
      className={`flex min-h-[36px] items-center gap-2 border-b-2 px-2 text-[14px] ${on ? 'border-jade text-jade-deep' : 'border-transparent'}`}
      onClick={onClick}
    >
      <svg
        width="22"
        height="22"
        viewBox="0 0 24 24"
        fill="none"
        stroke="var(--jade)"
        strokeWidth="1.5"
        strokeLinecap="round"
        strokeLinejoin="round"
        aria-hidden="true"
      >
        <path d={path} />
      </svg>
      {word}
    </button>
  );
}

const TURNED_TOOLS: readonly Tool[] = [
  'crease',
  'pinch',
  'pleat',
  'narrow',
  'blintz',
  'squash',
  'petal',
  'ear',
  'swivel',
  'tuck',
];

function Ask({ composer, send }: { composer: Composer; send: Send }) {
  const { tool } = composer;
  const prompt = promptOf(composer);
  const set = (option: Partial<ComposerOptions>): void => send({ kind: 'option set', option });
  const canTakeBack = composer.picks.length > 0 || composer.creases.length > 0;
  return (
    <div className="mb-2 flex flex-wrap items-end gap-4 border-t border-rule pt-2" data-testid="composer">
      {usesLine(tool) && (
        <Choice
          label="Find the crease by"
          className="w-52"
          value={composer.method}
          options={methodsOf(tool).map((m) => ({ value: m, label: METHODS[m].word }))}
          onChoice={(method) => send({ kind: 'method chosen', method })}
        />
      )}
      {(tool === 'rotate' || (usesLine(tool) && composer.method === 'angle')) && (
        <NumberField
          label={tool === 'rotate' ? 'Degrees, counter-clockwise' : 'Turns by, in degrees'}
          className="w-44"
          value={composer.degrees}
          low={-360}
          high={360}
          step={0.5}
          onNumber={(degrees) => set({ degrees })}
        />
      )}
      {usesLine(tool) && composer.method === 'length' && <FlapLength composer={composer} set={set} />}
      {tool === 'narrow' && <FlapWidth width={composer.width} set={set} />}
      {(tool === 'crimp' || tool === 'pleat') && (
        <NumberField
          label="Second leans, in degrees"
          className="w-44"
          value={composer.lean}
          low={-60}
          high={60}
          step={0.5}
          onNumber={(lean) => set({ lean })}
        />
      )}
      {tool === 'accordion' && (
        <NumberField
          label="Creases"
          className="w-24"
          value={composer.pleats}
          low={2}
          high={20}
          step={1}
          onNumber={(pleats) => set({ pleats: Math.round(pleats) })}
        />
      )}
      {tool === 'turn' && (
        <Choice
          label="Over"
          className="w-40"
          value={composer.over}
          options={[
            { value: 'sideways', label: 'left to right' },
            { value: 'lengthways', label: 'top to bottom' },
          ]}
          onChoice={(over) => set({ over })}
        />
      )}
      {tool === 'unfold' && <StepToOpen composer={composer} send={send} />}
      <p className="min-w-[220px] flex-1 pb-2" aria-live="polite">
        <b>
          {composer.replacing !== null ? `Changing step ${composer.replacing}. ` : ''}
          {prompt ? `${prompt}.` : 'Keep the fold, or choose again.'}
        </b>{' '}
        <Chosen composer={composer} />
      </p>
      {(tool === 'valley' || tool === 'mountain' || tool === 'pinch') && (
        <Tick on={composer.allLayers} word="all layers" onTick={(allLayers) => set({ allLayers })} />
      )}
      {tool === 'crease' && <Tick on={composer.soft} word="soft" onTick={(soft) => set({ soft })} />}
      {tool === 'crease' && composer.method === 'through' && (
        <Tick on={composer.short} word="only between them" onTick={(short) => set({ short })} />
      )}
      {TURNED_TOOLS.includes(tool) && (
        <Tick on={composer.isBehind} word="behind" onTick={(isBehind) => set({ isBehind })} />
      )}
      {canTakeBack && (
        <button type="button" className="act pb-2" onClick={() => send({ kind: 'taken back' })}>
          Take back a choice
        </button>
      )}
      <button type="button" className="act pb-2" onClick={() => send({ kind: 'put away' })}>
        Put away (Esc)
      </button>
    </div>
  );
}

type SetOption = (option: Partial<ComposerOptions>) => void;

/** The length a flap shall keep, in the folder's unit once its two ends are chosen. */
function FlapLength({ composer: { picks, kept }, set }: { composer: Composer; set: SetOption }) {
  const { unit } = useSettings();
  const sideMm = useEngine().result?.readings.sideMm;
  const [tip, root] = picks.map((p) => p.model);
  const wholeMm =
    tip && root && sideMm !== undefined ? Math.hypot(tip[0] - root[0], tip[1] - root[1]) * sideMm : undefined;
  if (wholeMm === undefined || wholeMm < 1e-6)
    return (
      <NumberField
        label="Keeps, % of its length"
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
      label="Keeps a length of"
      className="w-36"
      unit={unit}
      valueMm={kept * wholeMm}
      note={`of ${toLengthText(wholeMm, unit).text}`}
      onLength={(mm) => mm !== null && set({ kept: Math.min(0.99, Math.max(0.01, mm / wholeMm)) })}
    />
  );
}

function FlapWidth({ width, set }: { width: number | null; set: SetOption }) {
  const { unit } = useSettings();
  const sideMm = useEngine().result?.readings.sideMm ?? 200;
  return (
    <LengthField
      label="To a width of"
      className="w-36"
      unit={unit}
      allowEmpty
      valueMm={width === null ? null : width * sideMm}
      note="empty: edges to the middle"
      onLength={(mm) => set({ width: mm === null ? null : mm / sideMm })}
    />
  );
}

function Chosen({ composer: { picks, flap, creases } }: { composer: Composer }) {
  if (picks.length === 0 && creases.length === 0) return null;
  const valleys = creases.filter((c) => c.sense === 'valley').length;
  const mountains = creases.filter((c) => c.sense === 'mountain').length;
  return (
    <span className="text-ink-2">
      Chosen:{' '}
      {creases.length > 0
        ? `${valleys} valley, ${mountains} mountain${creases.length > valleys + mountains ? `, ${creases.length - valleys - mountains} either` : ''}`
        : picks.map((p) => p.name).join(', ')}
      {flap ? `; ${creases.length > 0 ? 'staying' : 'moving'} ${flap.map((p) => p.name).join(', ')}` : ''}.
    </span>
  );
}

function StepToOpen({ composer, send }: { composer: Composer; send: Send }) {
  const { steps } = usePlan();
  const { step } = usePlanState();
  const folds = steps
    .slice(0, step)
    .map((s, i) => ({ s, n: i + 1 }))
    .filter(({ s }) => !['crease', 'pinch', 'turn', 'rotate', 'unfold'].includes(s.move.kind));
  return (
    <Choice
      label="Unfold step"
      className="w-44"
      value={composer.opens ?? ''}
      options={[
        { value: '', label: folds.length === 0 ? 'nothing is folded yet' : 'choose a step' },
        ...folds.map(({ s, n }) => ({ value: s.id, label: `${n} ${moveWord(s)}` })),
      ]}
      onChoice={(id) => id !== '' && send({ kind: 'step to open chosen', step: id })}
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
