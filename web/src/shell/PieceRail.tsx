import { useEffect } from 'react';
import { Link, useNavigate } from 'react-router';
import { type PieceId, listPieces } from '@jade/core/plan';
import { pieceShown, usePiece, useWholePlan } from '../plan/index.ts';
import { useAppDispatch } from '../state/index.ts';
import { WORDS } from './words.ts';

/** Stages that look at one piece; all others look at the whole model. */
const BY_PIECE = new Set(['paper', 'marks', 'folds', 'finish', 'bench']);

/** The pieces of the open plan and its whole, under the ribbon; nothing for a plan of one piece. */
export function PieceRail({ planId, stage }: { readonly planId: string; readonly stage: string }) {
  const plan = useWholePlan();
  const piece = usePiece();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const isByPiece = BY_PIECE.has(stage);
  useEffect(() => {
    if (!isByPiece) dispatch(pieceShown(null));
  }, [dispatch, isByPiece]);
  if (plan.pieces.length === 0) return null;
  const show = (id: PieceId): void => {
    dispatch(pieceShown(id));
    if (!isByPiece) void navigate(`/plan/${planId}/folds`);
  };
  const look = (isOpen: boolean): string =>
    `min-h-[34px] border-b-[3px] px-1 text-[15px] ${isOpen ? 'border-jade font-semibold text-ink' : 'border-transparent text-ink-2 hover:underline'}`;
  return (
    <nav
      aria-label={WORDS.pieces}
      className="flex shrink-0 flex-wrap items-center gap-x-6 border-b border-rule bg-leaf px-7 print:hidden"
    >
      {listPieces(plan).map(({ id, name }) => {
        const isOpen = isByPiece && id === piece;
        return (
          <button
            key={id ?? ''}
            type="button"
            aria-pressed={isOpen}
            className={look(isOpen)}
            onClick={() => show(id)}
          >
            {name}
          </button>
        );
      })}
      <Link
        to={`/plan/${planId}/whole`}
        aria-current={stage === 'whole' ? 'page' : undefined}
        className={`${look(stage === 'whole')} flex items-center no-underline`}
      >
        {WORDS.theWhole}
      </Link>
    </nav>
  );
}
