import { useEffect, useRef, useState } from 'react';
import { TOOLS, type Tool, toolGroups } from '@jade/core/kinds';
import { Ask } from './Ask.tsx';
import type { Composer } from './composer.ts';
import type { Send } from './authoring.ts';
import { hasNoOther } from './focus.ts';
import { WORDS } from './words.ts';

interface TrayProps {
  readonly composer: Composer | null;
  readonly aside: Composer | null;
  readonly send: Send;
  readonly showNames: boolean;
  readonly onNames: () => void;
}

/** The moves in groups, each with its mark in print notation and its word; and what the chosen one still needs. */
export function Tray({ composer, aside, send, showNames, onNames }: TrayProps) {
  const [open, setOpen] = useState(toolGroups[0]!.name);
  const own = composer && toolGroups.find((g) => g.tools.includes(composer.tool))!.name;
  const [last, setLast] = useState(own);
  if (own !== last) {
    setLast(own);
    if (own) setOpen(own);
  }
  const group = toolGroups.find((g) => g.name === open)!;
  const tools = useRef<HTMLDivElement>(null);
  const tool = composer?.tool;
  const before = useRef(tool);
  // A fold that is kept or put away leaves the focus with its tool, from where the next key begins the next fold.
  useEffect(() => {
    if (before.current && !tool && hasNoOther())
      tools.current?.querySelector<HTMLElement>(`[data-tool="${before.current}"]`)?.focus();
    before.current = tool;
  }, [tool]);
  return (
    <div className="px-7 pb-3">
      {composer && <Ask composer={composer} send={send} />}
      {!composer && aside && (
        <p className="note pb-1">
          <button type="button" className="act" onClick={() => send({ kind: 'taken up', composer: aside })}>
            Go on with the {TOOLS[aside.tool].word.toLowerCase()}
          </button>{' '}
          that was put aside with {aside.creases.length} creases chosen.
        </p>
      )}
      <div className="flex flex-wrap items-center gap-x-5">
        <div className="flex flex-wrap items-center gap-x-5" role="tablist" aria-label={WORDS.kindsOfMoves}>
          {toolGroups.map(({ name }) => (
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
          title={WORDS.namesN}
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
        ref={tools}
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
            onClick={() => send({ kind: 'begun', tool })}
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
      data-tool={tool}
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
