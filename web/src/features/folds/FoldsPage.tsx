import { moveWord, nameSteps, openAfter, sayOpen } from '@jade/core/sequence';
import { useCallback, useEffect, useMemo, useReducer, useState } from 'react';
import { stepSelected, usePlanState, usePlan } from '../../plan/index.ts';
import { useAppDispatch } from '../../state/index.ts';
import { useEngine } from '../../engine/index.ts';
import { StageHead, Verdicts, WaitLine, isTyping } from '../../stage/index.ts';
import { ask, Waiting } from '../../ui/index.ts';
import { type Send, nothingInHand, reduce } from './authoring.ts';
import { recallComposer } from './composer.ts';
import { toolOfKey } from '@jade/core/kinds';
import { shortPoint } from '@jade/core/references';
import { GaugeRail } from './GaugeRail.tsx';
import { StepStrip } from './StepStrip.tsx';
import { Table } from './Table.tsx';
import { Tray } from './Tray.tsx';
import { StepActions } from './StepActions.tsx';
import { TermText } from '../../play/index.ts';
import { WORDS } from './words.ts';

/** Stage 5: the sequence. The table in the middle, moves in the tray, the steps along the foot, readings at the right. */
export function FoldsPage() {
  const { detail } = useEngine();
  const { step } = usePlanState();
  const dispatch = useAppDispatch();
  const [{ composer, aside }, handle] = useReducer(reduce, nothingInHand);
  const replacing = composer?.replacing ?? null;
  const send = useCallback<Send>(
    (event) => {
      // A step that is changed is looked at from the one before it; put away, it is looked at again.
      if (event.kind === 'put away' && replacing !== null) dispatch(stepSelected(replacing));
      handle(event);
    },
    [dispatch, replacing],
  );
  const { steps } = usePlan();
  const [showNames, setShowNames] = useState(false);
  const names = useMemo(() => nameSteps(steps), [steps]);

  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      if (isTyping(e.target) || e.ctrlKey || e.metaKey || e.altKey) return;
      const tool = toolOfKey(e.key);
      if (tool) send({ kind: 'begun', tool });
      else if (e.key === 'Escape') send({ kind: 'put away' });
      else if (e.key === 'Backspace') send({ kind: 'taken back' });
      else if (e.key.toLowerCase() === 'n') setShowNames((s) => !s);
      else return;
      e.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [send]);

  if (!detail) return <Waiting what={WORDS.folding2} />;
  return (
    <main className="flex h-full min-h-[640px] flex-col">
      <div className="flex min-h-0 flex-1 max-[1080px]:flex-col max-[1080px]:overflow-auto">
        <div className="flex min-w-0 flex-1 flex-col overflow-y-auto max-[1080px]:flex-none">
          <StageHead title={WORDS.folds}>
            <Sentence number={detail.number} sentence={`${detail.sentence} ${detail.gap}`.trim()} />
          </StageHead>
          <Verdicts stage="folds" className="mx-7 mb-2 max-w-[760px]" />
          <Table composer={composer} send={send} showNames={showNames} />
          {composer === null && (
            <StepActions
              onChange={(tool) =>
                send({
                  kind: 'taken up',
                  composer: recallComposer(steps[step - 1]!.move, tool, step, (ref) =>
                    shortPoint(ref, names),
                  ),
                })
              }
            />
          )}
          <Tray
            composer={composer}
            aside={aside}
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
  const own = steps[number - 1];
  const open = openAfter(steps, number);
  return (
    <span className="flex items-start gap-4">
      <span className="font-serif text-[38px] leading-[36px] font-semibold" aria-hidden="true">
        {number}
      </span>
      <span>
        <span className="sr-only">Step {number}: </span>
        <TermText sentence={sentence} />{' '}
        {own && (
          <button
            type="button"
            className="act text-[14px]"
            title={WORDS.whatItIs}
            aria-label={`${moveWord(own)}: ${WORDS.whatItIs}`}
            onClick={() => ask('sign', own.move.kind)}
          >
            {moveWord(own)}?
          </button>
        )}{' '}
        {own?.note && <em className="text-ink-2">{own.note}</em>}
        {open && <span className="note block">{sayOpen(open)}</span>}
        {own && <WaitLine waits={own.waits} />}
      </span>
    </span>
  );
}
