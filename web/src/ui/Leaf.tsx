import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { WORDS } from './words.ts';

const WIDTHS = {
  narrow: 'top-[10vh] max-h-[80vh] max-w-[520px]',
  wide: 'top-[10vh] max-h-[80vh] max-w-[860px]',
  page: 'top-[3vh] max-h-[94vh] max-w-[1180px]',
} as const;

/** A leaf laid over the table: a dialog with a title, closed by Escape or its own word. */
export function Leaf({
  open,
  onOpen,
  title,
  children,
  width = 'narrow',
}: {
  open: boolean;
  onOpen: (open: boolean) => void;
  title: string;
  children: ReactNode;
  /** How much of the page it takes; "page" nearly all of it. */
  width?: 'narrow' | 'wide' | 'page';
}) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-[color-mix(in_oklab,var(--ink),transparent_60%)]" />
        <Dialog.Content
          aria-describedby={undefined}
          className={`fixed left-1/2 z-50 w-[94vw] -translate-x-1/2 overflow-auto border border-rule-strong bg-leaf p-6 ${WIDTHS[width]}`}
        >
          <div className="mb-4 flex items-baseline justify-between gap-4">
            <Dialog.Title className="text-[21px] leading-[26px]">{title}</Dialog.Title>
            <Dialog.Close className="act">{WORDS.close}</Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
