import { useEffect, useState } from 'react';
import { TOOLS, toolGroups } from '@jade/core/kinds';
import { isTyping } from '../stage/index.ts';
import { Leaf } from '../ui/index.ts';
import { WORDS } from './words.ts';

interface KeyRow {
  readonly key: string;
  readonly does: string;
}

/** Keys that are not those of a tool, by the place they work at. */
const PLACES: readonly { readonly place: string; readonly rows: readonly KeyRow[] }[] = [
  {
    place: 'Everywhere',
    rows: [
      { key: '?', does: 'these keys' },
      { key: 'Ctrl K', does: 'find a stage, plan, step or action' },
      { key: 'Ctrl Z, Ctrl Y', does: 'undo, redo' },
      { key: 'Alt 1 … 8', does: 'the stages of a plan' },
      { key: 'Page Down, Page Up', does: 'next and last step' },
    ],
  },
  {
    place: 'Making a fold',
    rows: [
      { key: 'a letter', does: 'the fold of that letter, below' },
      { key: 'a name, Enter', does: 'choose the point of that name: B, m3, mid AB' },
      {
        key: 'arrows',
        does: 'from a point that has the focus to the nearest one that way; Enter chooses it',
      },
      { key: 'Enter', does: 'keep the fold' },
      { key: 'Backspace', does: 'take a choice back' },
      { key: 'Esc', does: 'put the fold away' },
      { key: 'N', does: 'names of all points' },
      { key: '+, -', does: 'closer, wider' },
      { key: 'Alt with left, right', does: 'a step of the strip earlier, later' },
    ],
  },
  {
    place: 'At the bench',
    rows: [
      { key: 'Space, right, Page Down', does: 'next step (a pedal too)' },
      { key: 'left, Page Up, Backspace', does: 'the step before' },
      { key: 'E', does: 'the picture larger, and back' },
      { key: 'P', does: 'the layers apart, and back' },
      { key: 'S', does: 'stuck here' },
      { key: 'H', does: 'how to stop in the middle' },
    ],
  },
];

/** Every key there is, by place; opened by ? and from Find. */
export function KeysLeaf() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      if (e.key !== '?' || isTyping(e.target) || e.ctrlKey || e.metaKey || e.altKey) return;
      e.preventDefault();
      setOpen(true);
    };
    const onAsk = (): void => setOpen(true);
    window.addEventListener('keydown', onKey);
    window.addEventListener(ASK, onAsk);
    return () => {
      window.removeEventListener('keydown', onKey);
      window.removeEventListener(ASK, onAsk);
    };
  }, []);
  const folds = toolGroups.map(({ name, tools }) => ({
    place: name,
    rows: tools.map((t) => ({ key: TOOLS[t].key, does: TOOLS[t].word })),
  }));
  return (
    <Leaf open={open} onOpen={setOpen} title={WORDS.keys} width="wide">
      <div className="columns-3 gap-8 max-[900px]:columns-2 max-[620px]:columns-1">
        {[...PLACES, ...folds].map(({ place, rows }) => (
          <section key={place} className="mb-4 break-inside-avoid">
            <h3 className="head">{place}</h3>
            <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5 text-[14px]">
              {rows.map(({ key, does }) => (
                <div key={key + does} className="contents">
                  <dt className="font-semibold whitespace-nowrap">{key}</dt>
                  <dd>{does}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
    </Leaf>
  );
}

const ASK = 'jade:keys';
export const askForKeys = (): void => void window.dispatchEvent(new Event(ASK));
