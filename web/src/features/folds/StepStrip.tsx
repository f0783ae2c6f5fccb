import {
  DndContext,
  type DragEndEvent,
  type DragOverEvent,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { SortableContext, horizontalListSortingStrategy, useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { memo, useEffect, useMemo, useRef, useState } from 'react';
import { whyNotAt } from '@jade/core/editing';
import type { Drawing } from '@jade/core/drawing';
import type { Plan } from '@jade/core/plan';
import { toMinutesText } from '@jade/core/units';
import { useAppDispatch } from '../../app/hooks.ts';
import { type StepCard, useEngine } from '../../engine/index.ts';
import { stepSelected, useEdit, usePlan, useStep } from '../../plan/index.ts';
import { DrawingView, usePalette } from '../../table/index.ts';
import { useNear } from '../../ui/index.ts';
import { sayMap } from './RepeatLeaf.tsx';

/** The steps along the foot, in passages; dragged or moved by Alt and the arrows to another place. */
export function StepStrip() {
  const { result, pictures } = useEngine();
  const plan = usePlan();
  const step = useStep();
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const [folded, setFolded] = useState<ReadonlySet<string>>(new Set());
  const [opened, setOpened] = useState<ReadonlySet<string>>(new Set());
  const [why, setWhy] = useState<string>();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 8 } }));
  const steps = useMemo(() => result?.steps ?? [], [result]);
  const groups = useMemo(() => toGroups(steps, plan), [steps, plan]);
  const reorder = (from: number, to: number): void => {
    if (from === to || to < 0 || to >= plan.steps.length) return;
    const fault = whyNotAt(plan.steps, from + 1, to + 1);
    setWhy(fault);
    if (fault) return;
    edit((p) => {
      const [moved] = p.steps.splice(from, 1);
      p.steps.splice(to, 0, moved!);
    });
    dispatch(stepSelected(to + 1));
  };
  const indexOf = (id: unknown): number => steps.findIndex((s) => s.id === id);
  const onDragOver = ({ active, over }: DragOverEvent): void =>
    setWhy(over ? whyNotAt(plan.steps, indexOf(active.id) + 1, indexOf(over.id) + 1) : undefined);
  const onDragEnd = ({ active, over }: DragEndEvent): void => {
    if (over) reorder(indexOf(active.id), indexOf(over.id));
  };
  const toggle = (set: ReadonlySet<string>, key: string): ReadonlySet<string> => {
    const next = new Set(set);
    if (!next.delete(key)) next.add(key);
    return next;
  };
  return (
    <section aria-label="Steps" className="shrink-0 border-t border-rule-strong bg-table">
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragStart={() => setWhy(undefined)}
        onDragOver={onDragOver}
        onDragEnd={onDragEnd}
      >
        <SortableContext items={steps.map((s) => s.id)} strategy={horizontalListSortingStrategy}>
          <ol className="flex items-end overflow-x-auto px-6 pb-1" data-testid="strip">
            <FlatCard selected={step === 0} onSelect={() => dispatch(stepSelected(0))} />
            {groups.map((group) => {
              const holds = step >= group.first && step <= group.last;
              const isFolded =
                group.cards.length > 1 &&
                (group.run ? !opened.has(group.key) && !holds : folded.has(group.key));
              const fold = (): void =>
                group.run ? setOpened((o) => toggle(o, group.key)) : setFolded((f) => toggle(f, group.key));
              const shown = isFolded ? group.cards.slice(-1) : group.cards;
              return shown.map((card, i) => (
                <Card
                  key={card.id}
                  card={card}
                  drawing={pictures.get(card.stamp)}
                  head={i === 0 ? group.head : ''}
                  room={shown.length}
                  count={isFolded ? group.cards.length : 1}
                  canFold={group.cards.length > 1 && i === 0}
                  isRun={group.run}
                  isVariant={group.variant}
                  minutes={group.minutes}
                  selected={isFolded ? holds : card.number === step}
                  onSelect={() => dispatch(stepSelected(isFolded ? group.first : card.number))}
                  onFold={fold}
                  onShift={(by) => reorder(card.number - 1, card.number - 1 + by)}
                />
              ));
            })}
          </ol>
        </SortableContext>
      </DndContext>
      {why && (
        <p role="status" className="note px-7 pb-1 !text-persimmon">
          {why}
        </p>
      )}
      {steps.length === 0 && (
        <p className="note px-7 pb-3">No steps yet. Every fold you keep becomes a picture here.</p>
      )}
    </section>
  );
}

/** Cards that stand together under one head: a passage, or a passage folded again. */
interface Group {
  readonly key: string;
  readonly head: string;
  readonly run: boolean;
  readonly variant: boolean;
  readonly first: number;
  readonly last: number;
  readonly minutes: number;
  readonly cards: readonly StepCard[];
}

function toGroups(steps: readonly StepCard[], plan: Plan): Group[] {
  const own = new Map(plan.steps.map((s) => [s.id, s]));
  const groups: (Omit<Group, 'cards'> & { cards: StepCard[] })[] = [];
  let before = '';
  for (const card of steps) {
    const step = own.get(card.id);
    const kind = `${card.passage}\n${step?.run ?? ''}\n${step?.variant ?? ''}`;
    if (kind !== before || groups.length === 0) {
      const run = plan.repeats.find((r) => r.id === step?.run);
      const way = plan.alternatives.find((a) => a.id === step?.variant);
      groups.push({
        key: `${kind}\n${card.id}`,
        head: run ? sayRun(run, plan) : way ? `${card.passage}: ${way.chosen}` : card.passage,
        run: run !== undefined,
        variant: way !== undefined,
        first: card.number,
        last: card.number,
        minutes: 0,
        cards: [],
      });
      before = kind;
    }
    const group = groups.at(-1)!;
    group.cards.push(card);
    groups[groups.length - 1] = { ...group, last: card.number, minutes: group.minutes + card.minutes };
  }
  return groups;
}

function sayRun(run: Plan['repeats'][number], plan: Plan): string {
  const [a, b] = [run.from, run.to].map((id) => plan.steps.findIndex((s) => s.id === id) + 1);
  return `${a === b ? a : `${a} to ${b}`} again, ${run.behind ? 'behind' : sayMap(run.map)}`;
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

const Card = memo(function Card(props: CardProps) {
  const { card, drawing, head, room, count, canFold, isRun, isVariant, minutes, selected } = props;
  const palette = usePalette();
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id: card.id });
  const own = useRef<HTMLLIElement | null>(null);
  const near = useNear(own);
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
      className={`relative shrink-0 ${head ? 'ml-3' : ''}`}
    >
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
        {...attributes}
        {...listeners}
        role="button"
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
          {near && drawing && (
            <DrawingView
              drawing={drawing}
              palette={palette}
              width={70}
              height={58}
              margin={4}
              weight={0.5}
              title={`After step ${card.number}`}
            />
          )}
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
    </li>
  );
}, isSameCard);

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
