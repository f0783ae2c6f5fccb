import { type ReactNode, useRef } from 'react';

/** A swipe counts from this many px. */
const SWIPE_PX = 60;

interface AlongFrameProps {
  readonly label: string;
  readonly head: ReactNode;
  /** Null where there is no page to turn to. */
  readonly onTurn: ((by: 1 | -1) => void) | null;
  readonly children: ReactNode;
}

/** The whole window for what is folded along: a head, the step, and a swipe that turns the page. */
export function AlongFrame({ label, head, onTurn, children }: AlongFrameProps) {
  const touch = useRef<number | null>(null);
  return (
    <div
      className="fixed inset-0 z-30 flex touch-pan-y flex-col bg-leaf"
      role="region"
      aria-label={label}
      onPointerDown={(e) => (touch.current = e.clientX)}
      onPointerCancel={() => (touch.current = null)}
      onPointerUp={(e) => {
        const from = touch.current;
        touch.current = null;
        if (from !== null && onTurn && Math.abs(e.clientX - from) > SWIPE_PX)
          onTurn(e.clientX < from ? 1 : -1);
      }}
    >
      <div className="flex items-baseline justify-between gap-4 border-b border-rule bg-table px-8 py-3">
        {head}
      </div>
      {children}
    </div>
  );
}
