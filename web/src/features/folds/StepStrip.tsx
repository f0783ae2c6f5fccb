import {
  DndContext,
  type DragEndEvent,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { SortableContext, horizontalListSortingStrategy, useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { memo, useEffect, useRef } from 'react';
import { toMinutesText } from '@jade/core/units';
import { useAppDispatch } from '../../app/hooks.ts';
import { type StepCard, useEngine } from '../../engine/index.ts';
import { stepSelected, useEdit, useStep } from '../../plan/index.ts';
import { DrawingView, usePalette } from '../../table/index.ts';

/** The steps along the foot, in passages; dragged or moved by Alt and the arrows to another place. */
export function StepStrip() {
  const { result } = useEngine();
  const step = useStep();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 8 } }));
  const steps = result?.steps ?? [];
  const reorder = (from: number, to: number): void => {
    if (from === to) return;
    edit((p) => {
      if (to < 0 || to >= p.steps.length) return;
      const [moved] = p.steps.splice(from, 1);
      p.steps.splice(to, 0, moved!);
    });
    dispatch(stepSelected(Math.max(0, to) + 1));
  };
  const onDragEnd = ({ active, over }: DragEndEvent): void => {
    if (over)
      reorder(
        steps.findIndex((s) => s.id === active.id),
        steps.findIndex((s) => s.id === over.id),
      );
  };
  return (
    <section aria-label="Steps" className="shrink-0 border-t border-rule-strong bg-table">
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={onDragEnd}>
        <SortableContext items={steps.map((s) => s.id)} strategy={horizontalListSortingStrategy}>
          <ol className="flex items-end overflow-x-auto px-6 pb-1" data-testid="strip">
            <FlatCard selected={step === 0} onSelect={() => dispatch(stepSelected(0))} />
            {steps.map((card, i) => (
              <Card
                key={card.id}
                card={card}
                run={runLength(steps, i)}
                opens={card.passage !== '' && card.passage !== steps[i - 1]?.passage}
                minutes={steps.filter((s) => s.passage === card.passage).reduce((m, s) => m + s.minutes, 0)}
                selected={card.number === step}
                onSelect={() => dispatch(stepSelected(card.number))}
                onShift={(by) => reorder(i, i + by)}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      {steps.length === 0 && (
        <p className="note px-7 pb-3">No steps yet. Every fold you keep becomes a picture here.</p>
      )}
    </section>
  );
}

function runLength(steps: readonly StepCard[], from: number): number {
  let end = from;
  while (steps[end + 1]?.passage === steps[from]!.passage) end++;
  return end - from + 1;
}

function FlatCard({ selected, onSelect }: { selected: boolean; onSelect: () => void }) {
  const palette = usePalette();
  return (
    <li className="shrink-0">
      <button
        type="button"
        aria-current={selected ? 'step' : undefined}
        className={`block w-[64px] border-b-[3px] pt-1 pb-1 text-[12px] leading-[14px] ${selected ? 'border-jade bg-leaf' : 'border-transparent'}`}
        onClick={onSelect}
      >
        <span
          className="mx-auto mb-1 block h-[52px] w-[52px] border-2 border-[#1a2320]"
          style={{ background: palette.front }}
        />
        <b>0</b> sheet
      </button>
    </li>
  );
}

interface CardProps {
  readonly card: StepCard;
  readonly opens: boolean;
  readonly minutes: number;
  /** How many steps of the passage follow in a row, this one counted. */
  readonly run: number;
  readonly selected: boolean;
  readonly onSelect: () => void;
  readonly onShift: (by: -1 | 1) => void;
}

const Card = memo(function Card({ card, opens, minutes, run, selected, onSelect, onShift }: CardProps) {
  const palette = usePalette();
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id: card.id });
  const own = useRef<HTMLLIElement | null>(null);
  useEffect(() => {
    if (selected) own.current?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [selected]);
  return (
    <li
      ref={(node) => {
        own.current = node;
        setNodeRef(node);
      }}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`relative shrink-0 ${opens ? 'ml-3' : ''}`}
    >
      <span className={`relative block h-[22px] ${card.passage ? 'border-b border-rule-strong' : ''}`}>
        {opens && (
          <span
            className="absolute left-0 font-serif text-[14px] leading-[20px] font-semibold whitespace-nowrap"
            style={{ maxWidth: run * 70, overflow: 'hidden' }}
          >
            {card.passage}{' '}
            {run > 1 && (
              <span className="font-sans text-[12px] font-normal text-ink-2">{toMinutesText(minutes)}</span>
            )}
          </span>
        )}
      </span>
      <button
        type="button"
        {...attributes}
        {...listeners}
        role="button"
        aria-current={selected ? 'step' : undefined}
        aria-label={`Step ${card.number}, ${card.word}${card.refusal ? ', cannot be folded' : ''}`}
        title={card.refusal ? card.refusal : card.sentence}
        className={`block w-[70px] border-b-[3px] pt-1 pb-1 text-[12px] leading-[14px] ${selected ? 'border-jade bg-leaf' : 'border-transparent'}`}
        onClick={onSelect}
        onKeyDown={(e) => {
          if (e.altKey && (e.key === 'ArrowLeft' || e.key === 'ArrowRight')) {
            e.preventDefault();
            onShift(e.key === 'ArrowLeft' ? -1 : 1);
          }
        }}
      >
        <span className={card.refusal ? 'opacity-50' : ''}>
          {card.drawing && (
            <DrawingView
              drawing={card.drawing}
              palette={palette}
              width={70}
              height={58}
              margin={4}
              weight={0.5}
              title={`After step ${card.number}`}
            />
          )}
        </span>
        <b className={selected ? 'text-jade' : ''}>{card.number}</b> {card.word}
        {card.refusal && (
          <span
            className="absolute top-[24px] right-0 h-0 w-0 border-t-[13px] border-l-[13px] border-t-[var(--persimmon)] border-l-transparent"
            aria-hidden="true"
          />
        )}
      </button>
    </li>
  );
}, isSameCard);

/** Answers of the worker are fresh objects; a card is drawn again only when it would look or act otherwise. */
function isSameCard(a: CardProps, b: CardProps): boolean {
  return (
    a.card.id === b.card.id &&
    a.card.stamp === b.card.stamp &&
    a.card.number === b.card.number &&
    a.card.word === b.card.word &&
    a.card.sentence === b.card.sentence &&
    a.card.passage === b.card.passage &&
    a.card.refusal === b.card.refusal &&
    a.selected === b.selected &&
    a.opens === b.opens &&
    a.run === b.run &&
    Math.round(a.minutes) === Math.round(b.minutes)
  );
}
