import { Link, NavLink } from 'react-router';
import type { StageState } from '@jade/core/readings';

export interface PleatItem {
  readonly to: string;
  readonly name: string;
  readonly figure: string;
  readonly line: string;
  readonly state: StageState;
  readonly open: boolean;
}

const FOOT: Record<StageState, { dash?: string; colour: string; width: number; word: string }> = {
  'not begun': { dash: '1.4 4', colour: 'var(--rule-strong)', width: 1.6, word: 'not begun' },
  'in work': { dash: '7 4', colour: 'var(--jade)', width: 2.4, word: 'in work' },
  settled: { colour: 'var(--jade)', width: 2.4, word: 'settled' },
  contradicts: {
    dash: '14 3.5 3 3.5 3 3.5',
    colour: 'var(--persimmon)',
    width: 2.4,
    word: 'contradicts an earlier stage',
  },
};

function FootLine({ state }: { state: StageState }) {
  const { dash, colour, width } = FOOT[state];
  return (
    <svg className="block h-[3px] w-full" aria-hidden="true">
      <line x1="0" y1="1.5" x2="100%" y2="1.5" stroke={colour} strokeWidth={width} strokeDasharray={dash} />
    </svg>
  );
}

/** A face of the strip: a parallelogram stretched to its box, its edges drawn in even width. */
function Face({ points, fill }: { points: string; fill: string }) {
  return (
    <svg
      className="absolute inset-0 h-full w-full"
      viewBox="0 0 100 100"
      preserveAspectRatio="none"
      aria-hidden="true"
    >
      <polygon
        points={points}
        fill={fill}
        stroke="var(--rule-strong)"
        strokeWidth="1"
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}

function StandingPleat({ item, side, tint }: { item: PleatItem; side: 'before' | 'after'; tint: string }) {
  const lit = side === 'before' ? '0,12 100,1 100,88 0,99' : '0,1 100,12 100,99 0,88';
  const back = side === 'before' ? '0,1 100,12 100,99 0,88' : '0,12 100,1 100,88 0,99';
  const returnFace = (
    <span className="relative w-[11px] shrink-0" aria-hidden="true">
      <Face points={back} fill={tint} />
    </span>
  );
  return (
    <NavLink
      to={item.to}
      className="group flex max-w-[190px] min-w-0 flex-1 no-underline max-[900px]:max-w-[52px]"
      aria-label={`${item.name}: ${item.figure}, ${FOOT[item.state].word}`}
    >
      {side === 'after' && returnFace}
      <span className="relative min-w-0 flex-1">
        <Face points={lit} fill="var(--pleat-lit)" />
        <span
          className="absolute inset-x-3 top-[13px] block group-hover:underline"
          style={{
            transform: `skewY(${side === 'before' ? -4 : 4}deg)`,
            textUnderlineOffset: 3,
            textDecorationThickness: 1,
          }}
        >
          <span className="block truncate font-serif text-[16px] leading-[20px] font-medium text-ink-2 max-[900px]:h-[64px] max-[900px]:text-[13px] max-[900px]:leading-[16px] max-[900px]:[writing-mode:vertical-rl]">
            {item.name}
          </span>
          <span className="block truncate text-[14px] leading-[20px] font-semibold text-ink max-[1080px]:invisible max-[900px]:hidden">
            {item.figure}
          </span>
          <FootLine state={item.state} />
        </span>
        {item.state === 'contradicts' && (
          <span
            className="absolute top-[8px] right-[6px] h-0 w-0 border-t-[14px] border-l-[14px] border-t-[var(--persimmon)] border-l-transparent"
            aria-hidden="true"
          />
        )}
      </span>
      {side === 'before' && returnFace}
    </NavLink>
  );
}

function OpenPleat({ item }: { item: PleatItem }) {
  return (
    <NavLink
      to={item.to}
      aria-current="page"
      className="relative z-10 -mb-px block w-[230px] shrink-0 self-stretch border-x border-t border-rule-strong bg-leaf px-4 pt-2 no-underline max-desk:w-[190px]"
    >
      <span className="block font-serif text-[20px] leading-[24px] font-semibold text-ink">{item.name}</span>
      <span className="block truncate text-[15px] leading-[20px] font-semibold text-ink">{item.figure}</span>
      <span className="block truncate text-[13px] leading-[18px] text-ink-2" title={item.line}>
        {item.line}
      </span>
      <FootLine state={item.state} />
      <span className="sr-only">{FOOT[item.state].word}</span>
    </NavLink>
  );
}

interface RibbonProps {
  readonly title: string;
  readonly under: string;
  /** A third, smaller line: whether the newest change is saved. */
  readonly state?: string;
  readonly items: readonly PleatItem[];
  /** Colour of the return faces: the plan's own paper, or plain outside a plan. */
  readonly tint: string;
  readonly label: string;
}

/** The navigation: stages before the open one rise towards it, those after fall away; the open one lies flat. */
export function Ribbon({ title, under, state, items, tint, label }: RibbonProps) {
  const open = items.findIndex((i) => i.open);
  return (
    <header
      className="relative z-20 flex h-24 shrink-0 border-b border-rule-strong bg-table pt-2"
      data-testid="ribbon"
    >
      <Link
        to="/"
        className="flex w-[150px] shrink-0 items-center gap-2 pl-4 pr-1 no-underline max-desk:w-[118px] max-desk:pl-3"
        aria-label={`${title}: to the cast`}
      >
        <svg width="22" height="34" viewBox="0 0 24 36" aria-hidden="true">
          <path d="M12 0 23 11 12 36z" fill="var(--jade)" />
          <path d="M12 0 1 11 12 36z" fill="color-mix(in oklab, var(--jade), var(--leaf) 40%)" />
        </svg>
        <span className="min-w-0">
          <span
            className={`font-serif font-semibold text-ink ${title.length > 9 ? 'line-clamp-2 text-[16px] leading-[18px]' : 'block truncate text-[20px] leading-[24px]'}`}
          >
            {title}
          </span>
          <span className="block truncate text-[13px] leading-[17px] text-ink-2">{under}</span>
          {state !== undefined && (
            <span
              className="block text-[13px] leading-[17px] text-ink-2"
              role="status"
              data-testid="save-state"
            >
              {state}
            </span>
          )}
        </span>
      </Link>
      <nav className="flex min-w-0 flex-1 items-stretch pr-5 max-desk:pr-2" aria-label={label}>
        {items.map((item, i) =>
          item.open ? (
            <OpenPleat key={item.to} item={item} />
          ) : (
            <StandingPleat
              key={item.to}
              item={item}
              side={open < 0 || i < open ? 'before' : 'after'}
              tint={tint}
            />
          ),
        )}
      </nav>
    </header>
  );
}
