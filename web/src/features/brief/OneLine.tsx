import { useState } from 'react';
import type { Plan } from '@jade/core/plan';
import { type ReadWishes, readWishes } from '@jade/core/wishes';
import { useEdit, usePlan } from '../../plan/index.ts';
import { useSettings } from '../../records/index.ts';
import type { Wish } from './WishSize.tsx';
import { WORDS } from './words.ts';

/** The whole of it typed in one line; what is understood changes the sentence below, and nothing else does. */
export function OneLine() {
  const plan = usePlan();
  const edit = useEdit();
  const { unit } = useSettings();
  const [text, setText] = useState('');
  const [fault, setFault] = useState('');
  const take = (): void => {
    const read = readWishes(text, unit, new Date().toLocaleDateString('sv'));
    if (!read.ok) return setFault(read.fault);
    edit((p) => applyWishes(p, read.value));
    setText('');
    setFault('');
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
          }}
        />
      </label>
      {fault && (
        <p role="alert" className="mt-1 text-[14px] text-persimmon">
          {fault}
        </p>
      )}
    </form>
  );
}

/** What a line says goes into the brief; what it does not say stays. The first height or length is the one the sheet follows. */
function applyWishes(p: Plan, read: ReadWishes): void {
  if (read.copies !== undefined) p.brief.copies = read.copies;
  if (read.subject !== undefined) p.brief.subject = read.subject.slice(0, 80);
  if (read.date !== undefined) p.brief.date = read.date;
  if (read.rules !== undefined) p.brief.rules = read.rules;
  const flat = read.sizes.filter((s) => s.dimension !== 'depth');
  const [first, second] = flat;
  const wishOf = ({ mm, tolerancePercent, bound, toMm }: ReadWishes['sizes'][number]): Wish => ({
    mm,
    tolerancePercent,
    bound,
    toMm,
  });
  if (first && first.dimension !== 'depth') p.brief.target = { dimension: first.dimension, ...wishOf(first) };
  if (first) p.brief.other = second ? wishOf(second) : null;
  const deep = read.sizes.find((s) => s.dimension === 'depth');
  if (deep) p.brief.depth = wishOf(deep);
}
