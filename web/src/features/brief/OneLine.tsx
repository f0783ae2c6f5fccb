import { useState } from 'react';
import type { Plan } from '@jade/core/plan';
import { type ReadWishes, readWishes } from '@jade/core/wishes';
import { useEdit, usePlan } from '../../plan/index.ts';
import { useSettings } from '../../records/index.ts';
import { useOtherPlans } from './Like.tsx';
import type { Wish } from './WishSize.tsx';
import { WORDS } from './words.ts';

/** The whole of it typed in one line; what is understood changes the sentence below, and nothing else does. */
export function OneLine() {
  const plan = usePlan();
  const edit = useEdit();
  const { unit } = useSettings();
  const [text, setText] = useState('');
  const [fault, setFault] = useState('');
  const [notes, setNotes] = useState<readonly string[]>([]);
  const others = useOtherPlans();
  const take = (): void => {
    const read = readWishes(text, {
      unit,
      today: new Date().toLocaleDateString('sv'),
      colours: { front: plan.paper.front.name, back: plan.paper.back.name },
      others,
    });
    if (!read.ok) return setFault(read.fault);
    edit((p) => applyWishes(p, read.value));
    setText('');
    setFault('');
    setNotes(read.value.notes);
  };
  return (
    <form
      className="mb-2"
      onSubmit={(e) => {
        e.preventDefault();
        take();
      }}
    >
      <label className="flex flex-wrap items-baseline gap-x-3 text-[14px] text-ink-2">
        {WORDS.inOneLine}
        <input
          type="text"
          className="min-w-[340px] flex-1"
          maxLength={400}
          placeholder={`3 ${(plan.brief.subject || 'owl').toLowerCase()}s, exactly 120 mm tall, at most 100 mm long, by 19 December`}
          value={text}
          onChange={(e) => {
            setText(e.target.value);
            setFault('');
            setNotes([]);
          }}
        />
      </label>
      {notes.length > 0 && (
        <p role="status" className="note mt-1">
          {notes.join(' ')}
        </p>
      )}
      {fault && (
        <p role="alert" className="mt-1 text-[14px] text-persimmon">
          {fault}
        </p>
      )}
    </form>
  );
}

/** Most parts whose colour a brief names. */
const MOST_SIDES = 30;

/** What a line says goes into the brief; what it does not say stays. The first height or length is the one the sheet follows. */
function applyWishes(p: Plan, read: ReadWishes): void {
  if (read.copies !== undefined) p.brief.copies = read.copies;
  if (read.subject !== undefined) p.brief.subject = read.subject.slice(0, 80);
  if (read.date !== undefined) p.brief.date = read.date;
  if (read.rules !== undefined) p.brief.rules = read.rules;
  const flat = read.sizes.filter((s) => s.dimension !== 'depth');
  const [first, second] = flat;
  const wishOf = ({ mm, tolerancePercent, bound, toMm, like }: ReadWishes['sizes'][number]): Wish => ({
    ...(like ? { like: { ...like, name: like.name.slice(0, 80) } } : {}),
    mm: Math.round(mm * 100) / 100,
    tolerancePercent,
    bound,
    toMm,
  });
  if (first && first.dimension !== 'depth') p.brief.target = { dimension: first.dimension, ...wishOf(first) };
  if (first) p.brief.other = second ? wishOf(second) : null;
  const deep = read.sizes.find((s) => s.dimension === 'depth');
  if (deep) p.brief.depth = wishOf(deep);
  for (const { part, side } of read.sides) {
    const own = p.brief.sides.find((s) => s.part.toLowerCase() === part.toLowerCase());
    if (own) own.side = side;
    else if (p.brief.sides.length < MOST_SIDES) p.brief.sides.push({ part, side, at: [] });
  }
}
