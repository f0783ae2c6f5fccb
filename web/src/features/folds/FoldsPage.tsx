import { useEffect, useReducer, useState } from 'react';
import { usePlanState, usePlan } from '../../plan/index.ts';
import { useEngine } from '../../engine/index.ts';
import { StageHead } from '../../stage/index.ts';
import { Verdicts } from '../../stage/index.ts';
import { isTyping } from '../../stage/index.ts';
import { Waiting } from '../../ui/index.ts';
import { reduce } from './authoring.ts';
import { toolOfKey } from '@jade/core/kinds';
import { GaugeRail } from './GaugeRail.tsx';
import { StepStrip } from './StepStrip.tsx';
import { Table } from './Table.tsx';
import { Tray } from './Tray.tsx';
import { StepActions } from './StepActions.tsx';

/** Stage 5: the sequence. The table in the middle, moves in the tray, the steps along the foot, readings at the right. */
export function FoldsPage() {
  const { detail } = useEngine();
  const { step } = usePlanState();
  const [composer, send] = useReducer(reduce, null);
  const [showNames, setShowNames] = useState(false);

  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      if (isTyping(e.target) || e.ctrlKey || e.metaKey || e.altKey) return;
      const tool = toolOfKey(e.key);
      if (tool) send({ kind: 'begun', tool, replacing: null });
      else if (e.key === 'Escape') send({ kind: 'put away' });
      else if (e.key === 'Backspace') send({ kind: 'taken back' });
      else if (e.key.toLowerCase() === 'n') setShowNames((s) => !s);
      else return;
      e.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

  if (!detail) return <Waiting what="Folding …" />;
  return (
    <main className="flex h-full min-h-[640px] flex-col">
      <div className="flex min-h-0 flex-1 max-[1080px]:flex-col max-[1080px]:overflow-auto">
        <div className="flex min-w-0 flex-1 flex-col overflow-y-auto max-[1080px]:flex-none">
          <StageHead title="Folds">
            <Sentence number={detail.number} sentence={`${detail.sentence} ${detail.gap}`.trim()} />
          </StageHead>
          <Verdicts stage="folds" className="mx-7 mb-2 max-w-[760px]" />
          <Table composer={composer} send={send} showNames={showNames} />
          {composer === null && (
            <StepActions onChange={(tool) => send({ kind: 'begun', tool, replacing: step })} />
          )}
          <Tray
            composer={composer}
            send={send}
            showNames={showNames}
            onNames={() => setShowNames((s) => !s)}
          />
        </div>
        <GaugeRail />
      </div>
      <StepStrip />
    </main>
  );
}

function Sentence({ number, sentence }: { number: number; sentence: string }) {
  const { steps } = usePlan();
  const note = steps[number - 1]?.note;
  return (
    <span className="flex items-start gap-4">
      <span className="font-serif text-[38px] leading-[36px] font-semibold" aria-hidden="true">
        {number}
      </span>
      <span>
        <span className="sr-only">Step {number}: </span>
        {sentence} {note && <em className="text-ink-2">{note}</em>}
      </span>
    </span>
  );
}
