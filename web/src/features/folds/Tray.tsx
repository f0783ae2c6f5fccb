import { usePlan, usePlanState } from '../../plan/index.ts';
import { moveWord } from '@jade/core/sequence';
import { Choice, NumberField } from '../../ui/index.ts';
import { type Composer, type Method, type Tool, methodsOf, promptOf } from './composer.ts';
import type { Send } from './FoldsPage.tsx';

const TOOLS: readonly { tool: Tool; word: string; key: string; path: string }[] = [
  { tool: 'valley', word: 'Valley fold', key: 'V', path: 'M4 17Q11 3 19 13M19 13l-5-2 4-4z' },
  { tool: 'mountain', word: 'Mountain fold', key: 'M', path: 'M4 17Q11 3 19 13M19 13l-5.5-1' },
  { tool: 'crease', word: 'Fold and unfold', key: 'C', path: 'M4 14Q12 4 20 14M20 14l-5-1 3-4zM4 14l5-2' },
  { tool: 'pinch', word: 'Pinch', key: 'P', path: 'M3 12h18M12 8v8' },
  { tool: 'inside', word: 'Inside reverse', key: 'I', path: 'M4 19L12 5l3 9M15 14l-4 1' },
  { tool: 'outside', word: 'Outside reverse', key: 'O', path: 'M4 19L12 5l7 6M19 11l-5-1' },
  { tool: 'sink', word: 'Open sink', key: 'S', path: 'M4 19L12 6l8 13M12 6v8M12 14l-2-3M12 14l2-3' },
  { tool: 'unfold', word: 'Unfold', key: 'U', path: 'M20 15Q12 4 4 14M4 14l5-1M4 14l1-5' },
  { tool: 'turn', word: 'Turn over', key: 'T', path: 'M3 17c8 0 14-10 9-10s1 10 9 10M21 17l-4-3' },
  { tool: 'rotate', word: 'Rotate', key: 'R', path: 'M17 6a7 7 0 1 0 2 8M17 6l1 5M17 6l-5 0' },
];

const METHODS: Record<Method, string> = {
  onto: 'a point onto a point',
  through: 'through two points',
  bisector: 'halving an angle',
  across: 'straight across a line',
};

interface TrayProps {
  readonly composer: Composer | null;
  readonly send: Send;
  readonly showNames: boolean;
  readonly onNames: () => void;
}

/** The moves, each with its mark in print notation and its word; and what the chosen one still needs. */
export function Tray({ composer, send, showNames, onNames }: TrayProps) {
  return (
    <div className="px-7 pb-3">
      {composer && <Ask composer={composer} send={send} />}
      <div className="flex flex-wrap items-center gap-x-1 gap-y-1" role="toolbar" aria-label="Moves">
        {TOOLS.map(({ tool, word, key, path }) => {
          const on = composer?.tool === tool;
          return (
            <button
              key={tool}
              type="button"
              aria-pressed={on}
              aria-keyshortcuts={key}
              title={`${word} (${key})`}
              className={`flex min-h-[36px] items-center gap-2 border-b-2 px-2 text-[14px] ${on ? 'border-jade text-jade-deep' : 'border-transparent'}`}
              onClick={() => send({ kind: 'begun', tool, replacing: composer?.replacing ?? null })}
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
        })}
        <button
          type="button"
          aria-pressed={showNames}
          title="Names (N)"
          className={`ml-3 flex min-h-[36px] items-center gap-2 border-b-2 border-dashed px-2 text-[14px] ${showNames ? 'border-jade' : 'border-transparent'}`}
          onClick={onNames}
        >
          <svg
            width="14"
            height="20"
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
    </div>
  );
}

function Ask({ composer, send }: { composer: Composer; send: Send }) {
  const { steps } = usePlan();
  const { step } = usePlanState();
  const prompt = promptOf(composer);
  const folds = steps
    .slice(0, step)
    .map((s, i) => ({ s, n: i + 1 }))
    .filter(({ s }) => s.move.kind === 'fold' || s.move.kind === 'repeat');
  const lined = composer.tool !== 'turn' && composer.tool !== 'rotate' && composer.tool !== 'unfold';
  return (
    <div className="mb-2 flex flex-wrap items-end gap-4 border-t border-rule pt-2" data-testid="composer">
      {lined && (
        <Choice
          label="Find the crease by"
          className="w-52"
          value={composer.method}
          options={methodsOf(composer.tool).map((m) => ({ value: m, label: METHODS[m] }))}
          onChoice={(method) => send({ kind: 'method chosen', method })}
        />
      )}
      {composer.tool === 'rotate' && (
        <NumberField
          label="Degrees, counter-clockwise"
          className="w-44"
          value={composer.degrees}
          low={-360}
          high={360}
          step={0.5}
          onNumber={(degrees) => send({ kind: 'degrees set', degrees })}
        />
      )}
      {composer.tool === 'turn' && (
        <Choice
          label="Over"
          className="w-40"
          value={composer.over}
          options={[
            { value: 'sideways', label: 'left to right' },
            { value: 'lengthways', label: 'top to bottom' },
          ]}
          onChoice={(over) => send({ kind: 'over set', over })}
        />
      )}
      {composer.tool === 'unfold' && (
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
      )}
      <p className="min-w-[220px] flex-1 pb-2" aria-live="polite">
        <b>
          {composer.replacing !== null ? `Changing step ${composer.replacing}. ` : ''}
          {prompt ? `${prompt}.` : 'Keep the fold, or choose again.'}
        </b>{' '}
        {composer.picks.length > 0 && (
          <span className="text-ink-2">
            Chosen: {composer.picks.map((p) => p.name).join(', ')}
            {composer.flap ? `; moving ${composer.flap.map((p) => p.name).join(', ')}` : ''}.
          </span>
        )}
      </p>
      {(composer.tool === 'valley' || composer.tool === 'mountain') && (
        <label className="flex items-center gap-2 pb-2 text-[14px]">
          <input
            type="checkbox"
            checked={composer.allLayers}
            onChange={() => send({ kind: 'layers toggled' })}
          />{' '}
          all layers
        </label>
      )}
      {composer.picks.length > 0 && (
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
