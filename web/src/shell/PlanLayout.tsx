import { type CSSProperties, useEffect, useState } from 'react';
import { Link, Outlet, useLocation, useParams } from 'react-router';
import { planOfPiece } from '@jade/core/plan';
import { stageIds, type StageId } from '@jade/core/readings';
import { fetchPlan } from '../api/index.ts';
import { EngineProvider, useEngine } from '../engine/index.ts';
import { planOpened, usePlanState, useSaveState } from '../plan/index.ts';
import type { Entry } from '../outbox/index.ts';
import { Ribbon, type PleatItem } from '../ribbon/index.ts';
import { Trouble, Waiting } from '../ui/index.ts';
import { useAppDispatch } from '../state/index.ts';
import { useOutbox } from '../state/index.ts';
import { WaitNotice } from '../waiting/index.ts';
import { PieceRail } from './PieceRail.tsx';
import { SaveNotice, sayState } from './SaveNotice.tsx';
import { usePlanKeys } from '../stage/index.ts';
import { TakeLeaf } from '../features/taking/index.ts';
import { WORDS } from './words.ts';

const NAMES: Record<StageId, string> = {
  brief: 'Brief',
  parts: 'Parts',
  paper: 'Paper',
  marks: 'Marks',
  folds: 'Folds',
  finish: 'Finish',
  bench: 'Bench',
  diary: 'Diary',
};

type Opening = 'waiting' | 'open' | 'missing' | 'unread' | 'away';

/** Opens the plan of the address: the server's newest revision, or the change of it this tab has under way. */
function useOpenPlan(id: string): { opening: Opening; again: () => void } {
  const dispatch = useAppDispatch();
  const { id: open } = usePlanState();
  const outbox = useOutbox();
  const [state, setState] = useState<{ id: string; opening: Opening; turn: number }>({
    id,
    opening: 'waiting',
    turn: 0,
  });
  useEffect(() => {
    if (open === id) return;
    let live = true;
    fetchPlan(id)
      .then((saved) => {
        if (!live) return;
        if (!saved || saved === 'unread') return setState((s) => ({ ...s, id, opening: saved ?? 'missing' }));
        const unsent = outbox.find({ kind: 'plan', owner: '', id }) as Entry<'plan'> | undefined;
        dispatch(planOpened(unsent ? { saved, unsent } : { saved }));
      })
      .catch(() => live && setState((s) => ({ ...s, id, opening: 'away' })));
    return () => {
      live = false;
    };
  }, [dispatch, outbox, id, open, state.turn]);
  const opening = open === id ? 'open' : state.id === id ? state.opening : 'waiting';
  return { opening, again: () => setState((s) => ({ id, opening: 'waiting', turn: s.turn + 1 })) };
}

export function PlanLayout() {
  const { id = '' } = useParams();
  const { opening, again } = useOpenPlan(id);
  if (opening === 'missing') {
    return (
      <Trouble title={WORDS.thisPlanIsNot}>
        <p>
          It may have been deleted, or the address is misspelt.{' '}
          <Link className="act" to="/">
            {WORDS.lookInTheCast}
          </Link>
        </p>
      </Trouble>
    );
  }
  if (opening === 'unread') {
    return (
      <Trouble title={WORDS.thisPlanCannotBe}>
        <p>
          It is kept as it was written, but this version cannot read it.{' '}
          <a className="act" href={`/api/unread/plan/${id}`} download>
            {WORDS.downloadItAsIt}
          </a>
          , or{' '}
          <Link className="act" to="/">
            {WORDS.lookInTheCast2}
          </Link>
          .
        </p>
      </Trouble>
    );
  }
  if (opening === 'away') {
    return (
      <Trouble title={WORDS.theServerIsAway}>
        <p className="mb-4">{WORDS.thePlanCouldNot}</p>
        <button type="button" className="btn solid" onClick={again}>
          {WORDS.tryAgain}
        </button>
      </Trouble>
    );
  }
  if (opening === 'waiting') return <Waiting what={WORDS.openingThePlan} />;
  return (
    <EngineProvider>
      <OpenPlan id={id} />
    </EngineProvider>
  );
}

function OpenPlan({ id }: { id: string }) {
  const { present, piece } = usePlanState();
  const save = useSaveState();
  const { result, fault } = useEngine();
  const { pathname } = useLocation();
  usePlanKeys();
  useEffect(() => {
    if (present) document.title = `${present.name} · Jade Kite`;
  }, [present]);
  if (!present) return <Waiting what={WORDS.openingThePlan} />;
  const shown = planOfPiece(present, piece);
  const stage = pathname.split('/')[3] as StageId | undefined;
  const items: PleatItem[] = stageIds.map((s) => {
    const reading = result?.readings.stages[s];
    return {
      to: `/plan/${id}/${s}`,
      name: NAMES[s],
      figure: reading?.figure ?? '…',
      line: reading?.line ?? '',
      state: reading?.state ?? 'not begun',
      open: s === stage,
    };
  });
  const paperColours = {
    '--paper-front': shown.paper.front.hex,
    '--paper-back': shown.paper.back.hex,
  } as CSSProperties;
  return (
    <div className="contents" style={paperColours}>
      <Ribbon
        title={present.name}
        under={present.cast || 'a plan of its own'}
        state={sayState(save)}
        items={items}
        tint={`color-mix(in oklab, ${shown.paper.front.hex}, var(--ink) 12%)`}
        label={WORDS.stages}
      />
      <PieceRail planId={id} stage={stage ?? ''} />
      <SaveNotice />
      <WaitNotice />
      {fault && (
        <p role="alert" className="bg-persimmon-wash px-6 py-2">
          The fold engine stopped ({fault}). Your plan is safe. It is started again a few times; where it
          stops each time, load the page again, or undo the last change.
        </p>
      )}
      <div className="relative min-h-0 flex-1 overflow-auto bg-leaf" data-screen={stage ?? ''}>
        <Outlet />
      </div>
      <TakeLeaf />
    </div>
  );
}
