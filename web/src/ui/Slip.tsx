import type { ReactNode } from 'react';

/** A verdict: a slip of paper with one turned corner. Care in persimmon, a choice in jade. */
export function Slip({
  tone,
  children,
  className = '',
}: {
  tone: 'care' | 'ask';
  children: ReactNode;
  className?: string;
}) {
  return (
    <div role="status" className={`slip ${tone === 'ask' ? 'ask' : ''} ${className}`}>
      {children}
    </div>
  );
}
