import {
  DndContext,
  type DragEndEvent,
  type DragOverEvent,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { SortableContext, horizontalListSortingStrategy } from '@dnd-kit/sortable';
import { useMemo, useState } from 'react';
import { whyNotAt } from '@jade/core/editing';
import type { Plan } from '@jade/core/plan';
import { useAppDispatch } from '../../state/index.ts';
import { type StepCard, useEngine } from '../../engine/index.ts';
import { stepSelected, useEdit, usePlan, useStep } from '../../plan/index.ts';
import { usePalette } from '../../pictures/index.ts';
import { sayMap } from './RepeatLeaf.tsx';
import { Card } from './StripCard.tsx';
import { WORDS } from './words.ts';

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
    <section aria-label={WORDS.steps2} className="shrink-0 border-t border-rule-strong bg-table">
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
      {steps.length === 0 && <p className="note px-7 pb-3">{WORDS.noStepsYetEvery}</p>}
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
