import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { type MoveKind, kindsGlossary } from '@jade/core/kinds';
import type { Play } from '@jade/core/play';
import { type FoldSign, getEngine } from '../engine/index.ts';
import { stepSelected } from '../plan/index.ts';
import { DrawingView, housePalette } from '../pictures/index.ts';
import { useAppDispatch, useAppSelector } from '../state/index.ts';
import { Leaf, Waiting, whenAsked } from '../ui/index.ts';
import { motionOfStep } from './client.ts';
import { Motion } from './PlayLeaf.tsx';
import { WORDS } from './words.ts';

/** What a fold is, asked from anywhere: its drawing, its motion on a small example, and where the open plan has it. */
export function SignLeaf() {
  const [kind, setKind] = useState<MoveKind | null>(null);
  useEffect(() => whenAsked('sign', (detail) => setKind(detail as MoveKind)), []);
  if (kind === null) return null;
  return <OpenSign key={kind} kind={kind} onClose={() => setKind(null)} />;
}

function OpenSign({ kind, onClose }: { kind: MoveKind; onClose: () => void }) {
  const meaning = kindsGlossary.find((k) => k.kind === kind)?.meaning ?? '';
  const [sign, setSign] = useState<FoldSign | null>();
  const [motion, setMotion] = useState<Play | null>();
  useEffect(() => {
    let live = true;
    void (async () => {
      const found = await getEngine()
        .readSign(kind)
        .catch(() => null);
      if (!live) return;
      setSign(found);
      const moved = found?.played ? await motionOfStep(`sign ${kind}`, found.played).catch(() => null) : null;
      if (live) setMotion(moved);
    })();
    return () => {
      live = false;
    };
  }, [kind]);
  return (
    <Leaf open width="wide" onOpen={(open) => !open && onClose()} title={sign?.word ?? kind}>
      <p className="mb-2">{meaning}.</p>
      {sign === undefined ? (
        <Waiting what={WORDS.foldingTheExample} />
      ) : sign === null ? (
        <p className="note">{WORDS.noExample}</p>
      ) : (
        <>
          <div className="mb-3 flex items-center gap-4">
            <DrawingView
              drawing={sign.before}
              palette={housePalette}
              width={300}
              height={180}
              margin={26}
              title={`${sign.word}: what to fold`}
            />
            <DrawingView
              drawing={sign.after}
              palette={housePalette}
              width={180}
              height={150}
              margin={10}
              title={`${sign.word}: what it becomes`}
            />
            <p className="note min-w-0 flex-1">{sign.sentence}</p>
          </div>
          {motion === undefined ? (
            <p className="note" role="status">
              {WORDS.foldingItInThe}
            </p>
          ) : (
            motion && <Motion motion={motion} palette={housePalette} pictures={sign} />
          )}
        </>
      )}
      <Uses kind={kind} onClose={onClose} />
    </Leaf>
  );
}

/** Steps of the open plan that are of a kind; the page of all folds has those of the other plans. */
function Uses({ kind, onClose }: { kind: MoveKind; onClose: () => void }) {
  const { present, id } = useAppSelector((s) => s.plan);
  const dispatch = useAppDispatch();
  const steps = (present?.steps ?? []).flatMap((s, i) => (s.move.kind === kind ? [i + 1] : []));
  return (
    <p className="mt-3">
      {steps.length > 0 && id && (
        <>
          {WORDS.inThisPlan}{' '}
          {steps.map((n, i) => (
            <span key={n}>
              {i > 0 && ', '}
              <Link
                className="act"
                to={`/plan/${id}/folds`}
                onClick={() => {
                  dispatch(stepSelected(n));
                  onClose();
                }}
              >
                {n}
              </Link>
            </span>
          ))}
          .{' '}
        </>
      )}
      <Link className="act" to={`/signs#${kind}`} onClick={onClose}>
        {WORDS.allFolds}
      </Link>
    </p>
  );
}
