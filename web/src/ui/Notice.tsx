import type { ReactNode } from 'react';

/** A notice: a piece of paper with one turned corner. Care in persimmon, a choice in jade. */
export function Notice({
  tone,
  children,
  className = '',
}: {
  tone: 'care' | 'ask';
  children: ReactNode;
  className?: string;
}) {
  return (
    <div role="status" className={`notice ${tone === 'ask' ? 'ask' : ''} ${className}`}>
      {children}
    </div>
  );
}
