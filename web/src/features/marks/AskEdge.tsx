import { useState } from 'react';
import { type MarkWish, readWish } from '@jade/core/ways';
import { distance } from '@jade/core/geometry';
import { edgesOf } from '@jade/core/sheet';
import { useEngine } from '../../engine/index.ts';
import { usePlan } from '../../plan/index.ts';
import { Choice, TextField } from '../../ui/index.ts';
import { shareWish } from './wishes.ts';
import { WORDS } from './words.ts';

/** A fraction, a decimal, an expression or a length along an edge. */
export function AskEdge({ onAsk }: { onAsk: (wish: MarkWish) => void }) {
  const { sheet } = usePlan();
  const sideMm = useEngine().result?.readings.sideMm ?? 200;
  const [edge, setEdge] = useState('AB');
  const [share, setShare] = useState('1/3');
  const [fault, setFault] = useState('');
  const add = (): void => {
    const own = edgesOf(sheet.shape).find((e) => e.name === edge);
    const wish = shareWish(edge, share, own ? distance(own.from, own.to) * sideMm : sideMm);
    const read = readWish(sheet.shape, wish);
    if (!read.ok) return setFault(read.fault);
    setFault('');
    onAsk(wish);
  };
  return (
    <form
      className="flex flex-wrap items-start gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        add();
      }}
    >
      <TextField
        label={WORDS.mark}
        most={40}
        value={share}
        onText={setShare}
        className="w-[188px]"
        note={WORDS.n3110618}
      />
      <Choice
        label={WORDS.ofEdge}
        value={edge}
        options={edgesOf(sheet.shape).map((e) => ({ value: e.name, label: e.name }))}
        onChoice={setEdge}
        className="w-24"
      />
      <button type="submit" className="btn solid">
        {WORDS.askForThisMark}
      </button>
      {fault && (
        <p role="alert" className="basis-full text-persimmon">
          {fault}
        </p>
      )}
    </form>
  );
}
