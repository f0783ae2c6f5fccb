import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { type HTMLAttributes, memo, useEffect, useRef } from 'react';
import type { Drawing } from '@jade/core/drawing';
import { toMinutesText } from '@jade/core/units';
import type { StepCard } from '../../engine/index.ts';
import { DrawingView, usePalette } from '../../pictures/index.ts';
import { useNear } from '../../ui/index.ts';

export interface CardProps {
  readonly card: StepCard;
  readonly drawing: Drawing | undefined;
  /** The head of its group, on the group's first card. */
  readonly head: string;
  /** How many cards of the group stand beside it, this one counted. */
  readonly room: number;
  /** How many steps the card stands for: more than one where its group is folded up. */
  readonly count: number;
  readonly canFold: boolean;
  readonly isRun: boolean;
  readonly isVariant: boolean;
  readonly minutes: number;
  readonly selected: boolean;
  readonly onSelect: () => void;
  readonly onFold: () => void;
  readonly onShift: (by: -1 | 1) => void;
}

/** One step of the strip, or a folded-up group of them. Far from what is seen it takes no part in dragging: two hundred cards that did would keep a long plan from opening. */
export const Card = memo(function Card(props: CardProps) {
  const { head, selected } = props;
  const own = useRef<HTMLLIElement>(null);
  const near = useNear(own);
  useEffect(() => {
    if (selected) own.current?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [selected]);
  return (
    <li ref={own} className={`relative shrink-0 ${head ? 'ml-3' : ''}`}>
      {near ? <DraggedCard {...props} /> : <CardFace {...props} drawing={undefined} />}
    </li>
  );
}, isSameCard);

function DraggedCard(props: CardProps) {
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id: props.card.id });
  return (
    <div ref={setNodeRef} style={{ transform: CSS.Translate.toString(transform), transition }}>
      <CardFace {...props} handle={{ ...attributes, ...listeners }} />
    </div>
  );
}

/** What a card shows; `handle` makes its button the one it is dragged by. */
function CardFace(props: CardProps & { readonly handle?: HTMLAttributes<HTMLButtonElement> }) {
  const { card, head, room, count, canFold, isRun, isVariant, minutes, selected, handle } = props;
  return (
    <>
      <span
        className={`relative block h-[22px] ${isRun ? 'border-b-2 border-dashed border-jade' : isVariant ? 'border-b-2 border-dotted border-ink-2' : card.passage ? 'border-b border-rule-strong' : ''}`}
      >
        {head && (
          <button
            type="button"
            disabled={!canFold}
            aria-expanded={canFold ? count === 1 : undefined}
            title={canFold ? `${head}: ${count > 1 ? 'show its steps' : 'fold it up'}` : head}
            className="absolute left-0 truncate font-serif text-[14px] leading-[20px] font-semibold"
            style={{ maxWidth: Math.max(room * 70, 70) }}
            onClick={props.onFold}
          >
            {head}{' '}
            {(room > 1 || count > 1) && (
              <span className="font-sans text-[12px] font-normal text-ink-2">{toMinutesText(minutes)}</span>
            )}
          </button>
        )}
      </span>
      <button
        type="button"
        {...handle}
        role="button"
        data-step-card
        aria-current={selected ? 'step' : undefined}
        aria-label={
          count > 1
            ? `${head}, ${count} steps`
            : `Step ${card.number}, ${card.word}${card.refusal ? ', cannot be folded' : ''}`
        }
        title={card.refusal ? card.refusal : card.sentence}
        className={`block w-[70px] border-b-[3px] pt-1 pb-1 text-[12px] leading-[14px] ${selected ? 'border-jade bg-leaf' : 'border-transparent'}`}
        onClick={props.onSelect}
        onKeyDown={(e) => {
          if (e.altKey && (e.key === 'ArrowLeft' || e.key === 'ArrowRight')) {
            e.preventDefault();
            props.onShift(e.key === 'ArrowLeft' ? -1 : 1);
          }
        }}
      >
        <span className={`block h-[58px] ${card.refusal ? 'opacity-50' : ''}`}>
          {props.drawing && <Thumbnail drawing={props.drawing} step={card.number} />}
        </span>
        {count > 1 ? (
          <>
            <b>{count}</b> steps
          </>
        ) : (
          <>
            <b className={selected ? 'text-jade' : ''}>{card.number}</b> {card.word}
          </>
        )}
        {card.refusal && (
          <span
            className="absolute top-[24px] right-0 h-0 w-0 border-t-[13px] border-l-[13px] border-t-[var(--persimmon)] border-l-transparent"
            aria-hidden="true"
          />
        )}
      </button>
    </>
  );
}

function Thumbnail({ drawing, step }: { drawing: Drawing; step: number }) {
  return (
    <DrawingView
      drawing={drawing}
      palette={usePalette()}
      width={70}
      height={58}
      margin={4}
      weight={0.5}
      title={`After step ${step}`}
    />
  );
}

/** Answers of the worker are fresh objects; a card is drawn again only when it would look or act otherwise. */
function isSameCard(a: CardProps, b: CardProps): boolean {
  const plain = ['head', 'room', 'count', 'canFold', 'isRun', 'isVariant', 'selected'] as const;
  const drawn = ['id', 'stamp', 'number', 'word', 'sentence', 'passage', 'refusal'] as const;
  return (
    plain.every((key) => a[key] === b[key]) &&
    drawn.every((key) => a.card[key] === b.card[key]) &&
    !a.drawing === !b.drawing &&
    Math.round(a.minutes) === Math.round(b.minutes)
  );
}
