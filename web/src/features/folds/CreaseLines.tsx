import type { Point } from '@jade/core/geometry';
import type { SheetCrease } from '@jade/core/trying';
import type { ChosenCrease } from './composer.ts';

const LOOKS: Record<
  ChosenCrease['sense'],
  { readonly colour: string; readonly dash?: string; readonly word: string }
> = {
  valley: { colour: 'var(--jade)', dash: '7 4', word: 'valley' },
  mountain: { colour: 'var(--persimmon)', dash: '14 3.5 3 3.5', word: 'mountain' },
  folded: { colour: 'var(--ink)', word: 'either' },
  flat: { colour: 'var(--ink-2)', dash: '2 5', word: 'opened' },
};

/** Creases of the sheet as buttons: each click turns one from not used to valley, mountain and either. */
export function CreaseLines({
  creases,
  chosen,
  place,
  onClick,
}: {
  creases: readonly SheetCrease[];
  chosen: readonly ChosenCrease[];
  place: (p: Point) => Point;
  onClick: (crease: SheetCrease) => void;
}) {
  return (
    <>
      {creases.map((crease) => {
        const [a, b] = [place(crease.from), place(crease.to)];
        const own = chosen.find((c) => c.key === crease.key);
        const look = own && LOOKS[own.sense];
        const ends = { x1: a[0], y1: a[1], x2: b[0], y2: b[1] };
        return (
          <g
            key={crease.key}
            role="button"
            tabIndex={0}
            aria-label={`crease ${crease.name}: ${look?.word ?? 'not used'}`}
            className="group cursor-pointer outline-none"
            onClick={(e) => {
              e.stopPropagation();
              onClick(crease);
            }}
            onKeyDown={(e) => {
              if (e.key !== 'Enter' && e.key !== ' ') return;
              e.preventDefault();
              e.stopPropagation();
              onClick(crease);
            }}
          >
            <line
              {...ends}
              stroke="transparent"
              strokeWidth="14"
              strokeLinecap="round"
              className="group-hover:[stroke:color-mix(in_oklab,var(--leaf),transparent_40%)] group-focus-visible:[stroke:color-mix(in_oklab,var(--jade),transparent_45%)]"
            />
            <line
              {...ends}
              stroke={look?.colour ?? 'var(--ink-2)'}
              strokeWidth={look ? 3 : 1}
              strokeDasharray={look?.dash}
              pointerEvents="none"
            />
          </g>
        );
      })}
    </>
  );
}
