import { useEffect, useRef, useState } from 'react';
import { MOST_FILE_BYTES, type IntakeKind, recognise } from '@jade/core/intake';
import type { Source } from '../../api/index.ts';
import { Leaf, whenAsked } from '../../ui/index.ts';
import { BringArchive } from './BringArchive.tsx';
import { BringPapers } from './BringPapers.tsx';
import { BringPattern } from './BringPattern.tsx';
import { BringPlan } from './BringPlan.tsx';
import { KINDS_THAT_COME, WORDS } from './words.ts';

/** What was brought: recognised, and read as far as that. */
type Brought =
  | { readonly kind: 'archive'; readonly source: Source }
  | { readonly kind: Exclude<IntakeKind, 'archive'>; readonly file: File; readonly text: string };

async function readFile(file: File): Promise<Brought | string> {
  const head = await file.slice(0, 8000).text();
  const kind = recognise(file.name, head);
  if (typeof kind === 'object') return kind.fault;
  if (kind === 'archive') return { kind, source: file };
  if (file.size > MOST_FILE_BYTES)
    return `"${file.name}" has ${Math.round(file.size / 1e6)} MB, and at most ${MOST_FILE_BYTES / 1e6} MB are read; take a part of it.`;
  return { kind, file, text: await file.text() };
}

/** Files let fall on any page, or chosen: looked at before they are taken. */
export function BringLeaf() {
  const [isOpen, setOpen] = useState(false);
  const [brought, setBrought] = useState<Brought>();
  const [fault, setFault] = useState('');
  const [isOver, setOver] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  // The newest file wins where two are read at once.
  const turn = useRef(0);
  const bring = async (file: File): Promise<void> => {
    const own = ++turn.current;
    setOpen(true);
    setFault('');
    const read = await readFile(file).catch(() => WORDS.notRead);
    if (own !== turn.current) return;
    if (typeof read === 'string') {
      setBrought(undefined);
      setFault(read);
    } else setBrought(read);
  };
  const open = (source: unknown): void => {
    setFault('');
    if (source instanceof File) return void bring(source);
    setBrought(isCopy(source) ? { kind: 'archive', source } : undefined);
    setOpen(true);
  };
  useEffect(() => whenAsked('bring', open));
  useEffect(() => {
    const isFile = (e: DragEvent): boolean => e.dataTransfer?.types.includes('Files') ?? false;
    const onOver = (e: DragEvent): void => {
      if (!isFile(e)) return;
      e.preventDefault();
      setOver(true);
    };
    const onLeave = (e: DragEvent): void => {
      if (e.relatedTarget === null) setOver(false);
    };
    const onDrop = (e: DragEvent): void => {
      if (!isFile(e)) return;
      e.preventDefault();
      setOver(false);
      const [file] = e.dataTransfer?.files ?? [];
      if (file) void bring(file);
    };
    window.addEventListener('dragover', onOver);
    window.addEventListener('dragleave', onLeave);
    window.addEventListener('drop', onDrop);
    return () => {
      window.removeEventListener('dragover', onOver);
      window.removeEventListener('dragleave', onLeave);
      window.removeEventListener('drop', onDrop);
    };
  });
  const close = (): void => {
    turn.current++;
    setOpen(false);
    setBrought(undefined);
  };
  return (
    <>
      {isOver && (
        <p
          role="status"
          className="pointer-events-none fixed inset-3 z-[60] grid place-items-center border-2 border-dashed border-jade bg-[color-mix(in_oklab,var(--leaf),transparent_20%)] font-serif text-[24px] text-jade-deep"
        >
          {WORDS.letGo}
        </p>
      )}
      <Leaf
        open={isOpen}
        onOpen={(next) => !next && close()}
        title={WORDS.title}
        width={brought && brought.kind !== 'plan' && brought.kind !== 'drawer' ? 'page' : 'wide'}
      >
        <input
          ref={input}
          type="file"
          accept=".fold,.svg,.dxf,.json,.csv,.zip"
          className="sr-only"
          tabIndex={-1}
          aria-label={WORDS.fileToBringIn}
          onChange={(e) => {
            const [file] = e.target.files ?? [];
            e.target.value = '';
            if (file) void bring(file);
          }}
        />
        {brought ? (
          <What
            key={keyOf(brought)}
            brought={brought}
            onDone={close}
            onOther={() => input.current?.click()}
          />
        ) : (
          <Invitation fault={fault} onChoose={() => input.current?.click()} />
        )}
      </Leaf>
    </>
  );
}

/** A file chosen anew is looked at anew, even under the same name. */
const keys = new WeakMap<Brought, number>();
let newest = 0;
const keyOf = (brought: Brought): number => {
  const own = keys.get(brought) ?? ++newest;
  keys.set(brought, own);
  return own;
};

const isCopy = (source: unknown): source is { readonly copy: string } =>
  typeof source === 'object' && source !== null && 'copy' in source;

interface WhatProps {
  readonly brought: Brought;
  readonly onDone: () => void;
  readonly onOther: () => void;
}

function What({ brought, onDone, onOther }: WhatProps) {
  switch (brought.kind) {
    case 'archive':
      return <BringArchive source={brought.source} onDone={onDone} />;
    case 'plan':
      return <BringPlan name={brought.file.name} text={brought.text} onDone={onDone} />;
    case 'drawer':
      return <BringPapers text={brought.text} onDone={onDone} />;
    case 'fold':
    case 'svg':
    case 'dxf':
      return (
        <BringPattern
          kind={brought.kind}
          name={brought.file.name}
          text={brought.text}
          onDone={onDone}
          onOther={onOther}
        />
      );
  }
}

function Invitation({ fault, onChoose }: { fault: string; onChoose: () => void }) {
  return (
    <>
      {fault !== '' && (
        <p role="alert" className="notice mb-4 max-w-[640px]">
          {fault}
        </p>
      )}
      <p className="say mb-3">{WORDS.dropHere}</p>
      <button type="button" className="btn solid mb-5" onClick={onChoose}>
        {WORDS.choose}
      </button>
      <h3 className="head mb-1">{WORDS.whatCanCome}</h3>
      <ul>
        {KINDS_THAT_COME.map(({ word, says }) => (
          <li key={word} className="border-b border-rule py-2">
            <b>{word}</b> <span className="note block">{says}</span>
          </li>
        ))}
      </ul>
    </>
  );
}
