import type { ReactNode } from 'react';

/** Something broke or is missing: a sentence and what to do; never a blank page. */
export function Trouble({ title, children }: { title: string; children: ReactNode }) {
  return (
    <main className="mx-auto max-w-[640px] px-6 py-16">
      <h1 className="mb-3 text-[26px] leading-[32px]">{title}</h1>
      <div className="say">{children}</div>
    </main>
  );
}

export function Waiting({ what }: { what: string }) {
  return (
    <p role="status" className="px-8 py-10 text-ink-2">
      {what}
    </p>
  );
}
