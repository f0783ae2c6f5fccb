import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { WORDS } from './words.ts';

/** A leaf laid over the table: a dialog with a title, closed by Escape or its own word. */
export function Leaf({
  open,
  onOpen,
  title,
  children,
  wide = false,
}: {
  open: boolean;
  onOpen: (open: boolean) => void;
  title: string;
  children: ReactNode;
  wide?: boolean;
}) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-[color-mix(in_oklab,var(--ink),transparent_60%)]" />
        <Dialog.Content
          aria-describedby={undefined}
          className={`fixed top-[10vh] left-1/2 z-50 max-h-[80vh] w-[94vw] -translate-x-1/2 overflow-auto border border-rule-strong bg-leaf p-6 ${wide ? 'max-w-[860px]' : 'max-w-[520px]'}`}
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
