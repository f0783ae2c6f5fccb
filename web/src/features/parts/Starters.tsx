import { useEffect, useRef } from 'react';
import { done } from '@jade/core/outcome';
import { type Figure, placeNodes, startingFigures, starOf } from '@jade/core/parts';
import type { FigureDesk } from './useFigure.ts';
import { WORDS } from './words.ts';

/** Trees of common subjects to begin with, and a single limb for any other. */
export function Starters({ desk, onBegun }: { desk: FigureDesk; onBegun: (limb: string) => void }) {
  const own = useRef<HTMLElement>(null);
  useEffect(() => {
    own.current?.scrollIntoView({ block: 'end' });
  }, []);
  const begin = (figure: Figure): void => {
    desk.take(done(structuredClone(figure)));
    onBegun(figure.limbs[0]!.name);
  };
  return (
    <section aria-label={WORDS.beginAFigure} ref={own}>
      <h2 className="head mb-1">{WORDS.beginWith}</h2>
      <ul className="grid grid-cols-4 gap-2">
        {startingFigures.map((figure) => (
          <li key={figure.name}>
            <button
              type="button"
              className="flex w-full flex-col items-center gap-1 border border-rule p-2 text-[13px] leading-[17px] hover:bg-jade-wash"
              onClick={() => begin(figure)}
            >
              <StickPicture figure={figure} />
              {figure.name}
            </button>
          </li>
        ))}
        <li>
          <button
            type="button"
            className="flex h-full w-full flex-col items-center justify-end gap-1 border border-rule p-2 text-[13px] leading-[17px] hover:bg-jade-wash"
            onClick={() =>
              begin({ ...starOf([{ id: 'limb end', name: 'limb', lengthMm: 50 }]), name: 'Figure' })
            }
          >
            {WORDS.addALimb}
          </button>
        </li>
      </ul>
    </section>
  );
}

const SIZE = 66;

function StickPicture({ figure }: { figure: Figure }) {
  const places = placeNodes(figure);
  const all = [...places.values()];
  const [xs, ys] = [all.map((p) => p[0]), all.map((p) => p[1])];
  const [left, low] = [Math.min(...xs), Math.min(...ys)];
  const [w, h] = [Math.max(...xs) - left, Math.max(...ys) - low];
  const k = (SIZE - 8) / Math.max(w, h);
  const at = (node: string): [number, number] => {
    const [x, y] = places.get(node)!;
    return [4 + (x - left) * k + (SIZE - 8 - w * k) / 2, SIZE - 4 - (y - low) * k - (SIZE - 8 - h * k) / 2];
  };
  return (
    <svg width={SIZE} height={SIZE} aria-hidden="true">
      {figure.limbs.map((l) => {
        const [a, b] = [at(l.from), at(l.to)];
        return (
          <line
            key={l.name}
            x1={a[0]}
            y1={a[1]}
            x2={b[0]}
            y2={b[1]}
            stroke="var(--ink)"
            strokeWidth="2.4"
            strokeLinecap="round"
          />
        );
      })}
    </svg>
  );
}
