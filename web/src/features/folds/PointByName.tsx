import { useEffect, useId, useRef, useState } from 'react';
import { type Landmark, readPlace } from '@jade/core/trying';
import { useEngine } from '../../engine/index.ts';
import type { Pick } from './composer.ts';
import { toPick } from './landmarks.ts';
import type { Send } from './authoring.ts';
import { WORDS } from './words.ts';

/** Names offered below the field while one is typed. */
const MOST_OFFERED = 6;

/**
 * A point chosen by its name (B, m3, mid AB) or by how far it is between two (1/3 A B, 20 mm A B). Takes the focus when a fold is begun, so that a fold is made without the
 * pointer; an empty field passes Backspace on as taking a choice back.
 */
export function PointByName({
  landmarks,
  isOwnFocus,
  send,
  onMethod,
}: {
  landmarks: readonly Landmark[];
  /** Whether nothing else the folder works with has the focus. */
  isOwnFocus: () => boolean;
  send: Send;
  /** Another way to find the crease: the next (1) or the one before (-1). */
  onMethod: (by: 1 | -1) => void;
}) {
  const [text, setText] = useState('');
  const [unknown, setUnknown] = useState('');
  const sideMm = useEngine().result?.readings.sideMm;
  const field = useRef<HTMLInputElement>(null);
  const listId = useId();
  useEffect(() => {
    if (isOwnFocus()) field.current?.focus();
    // The field takes the focus once, when it appears.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  const matches = text === '' ? [] : findByName(landmarks, text);
  const pick = (picked: Pick): void => {
    send({ kind: 'point picked', pick: picked });
    setText('');
    setUnknown('');
  };
  const take = (landmark: Landmark): void => pick(toPick(landmark));
  const enter = (): void => {
    const place = readPlace(text, landmarks, sideMm);
    if (place && 'ref' in place) pick(place);
    else if (place) setUnknown(place.fault);
    else if (matches[0]) take(matches[0]);
    else setUnknown(`No point here is called “${text}”. Or write how far between two, such as 1/3 A B.`);
  };
  return (
    <span className="relative">
      <input
        ref={field}
        type="text"
        role="combobox"
        aria-label={WORDS.pointByName}
        aria-expanded={matches.length > 0}
        aria-controls={listId}
        aria-invalid={unknown !== ''}
        autoComplete="off"
        spellCheck={false}
        maxLength={60}
        placeholder={WORDS.itsNameOr1}
        className="w-44"
        value={text}
        onChange={(e) => {
          setText(e.target.value);
          setUnknown('');
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter' && text !== '') {
            e.preventDefault();
            enter();
          } else if (text === '' && (e.key === 'ArrowDown' || e.key === 'ArrowUp')) {
            e.preventDefault();
            onMethod(e.key === 'ArrowDown' ? 1 : -1);
          } else if (e.key === 'Escape') send({ kind: 'put away' });
          else if (e.key === 'Backspace' && text === '') {
            e.preventDefault();
            send({ kind: 'taken back' });
          }
        }}
      />
      <ul
        id={listId}
        role="listbox"
        aria-label={WORDS.pointsOfThatName}
        className={`absolute bottom-full left-0 z-10 min-w-full border border-rule-strong bg-leaf text-[14px] ${matches.length > 0 ? '' : 'hidden'}`}
      >
        {matches.slice(0, MOST_OFFERED).map((l, i) => (
          <li
            key={l.name + l.rank}
            role="option"
            aria-selected={i === 0}
            className={`cursor-pointer px-2 py-1 whitespace-nowrap ${i === 0 ? 'bg-jade-wash' : ''}`}
            onPointerDown={(e) => {
              e.preventDefault();
              take(l);
            }}
          >
            {l.name}
          </li>
        ))}
      </ul>
      {unknown && (
        <span role="alert" className="note !text-persimmon">
          {unknown}
        </span>
      )}
    </span>
  );
}

const bare = (name: string): string => name.toLowerCase().replace(/\s+/g, '');

/** Points whose name is the text, then those that begin with it, then those that have it in them. */
function findByName(landmarks: readonly Landmark[], text: string): Landmark[] {
  const wanted = bare(text);
  const rank = ({ name }: Landmark): number => {
    const own = bare(name);
    return own === wanted ? 0 : own.startsWith(wanted) ? 1 : own.includes(wanted) ? 2 : 3;
  };
  return landmarks
    .map((landmark) => ({ landmark, rank: rank(landmark) }))
    .filter((l) => l.rank < 3)
    .sort((a, b) => a.rank - b.rank || a.landmark.name.length - b.landmark.name.length)
    .map((l) => l.landmark);
}
