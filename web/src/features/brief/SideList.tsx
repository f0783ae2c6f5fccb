import { useState } from 'react';
import { useEdit, usePlan } from '../../plan/index.ts';

/** Which paper side shows on which part of the subject. */
export function SideList() {
  const { brief, paper } = usePlan();
  const edit = useEdit();
  const [part, setPart] = useState('');
  const add = (): void => {
    if (part.trim() === '') return;
    edit((p) => void p.brief.sides.push({ part: part.trim(), side: 'front' }));
    setPart('');
  };
  return (
    <fieldset>
      <legend className="head mb-1">Which colour shows where</legend>
      {brief.sides.length === 0 && (
        <p className="note mb-2">Name the parts whose colour matters: face, belly, wings.</p>
      )}
      <ul>
        {brief.sides.map((s, i) => (
          <li key={i} className="flex items-center gap-3 border-b border-rule py-1">
            <span className="flex-1">{s.part}</span>
            <button
              type="button"
              className="flex min-h-[28px] items-center gap-2 px-2"
              aria-label={`${s.part}: ${s.side === 'front' ? paper.front.name : paper.back.name}; change`}
              onClick={() =>
                edit((p) => void (p.brief.sides[i]!.side = s.side === 'front' ? 'back' : 'front'))
              }
            >
              <span
                className="inline-block h-4 w-4 border border-rule-strong"
                style={{ background: s.side === 'front' ? paper.front.hex : paper.back.hex }}
              />
              <span className="act">{s.side === 'front' ? paper.front.name : paper.back.name}</span>
            </button>
            <button
              type="button"
              className="act px-1"
              aria-label={`Leave out ${s.part}`}
              onClick={() => edit((p) => void p.brief.sides.splice(i, 1))}
            >
              leave out
            </button>
          </li>
        ))}
      </ul>
      <div className="mt-2 flex gap-2">
        <input
          type="text"
          aria-label="Part"
          placeholder="another part"
          maxLength={60}
          value={part}
          className="flex-1"
          onChange={(e) => setPart(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') {
              e.preventDefault();
              add();
            }
          }}
        />
        <button type="button" className="btn" onClick={add} disabled={part.trim() === ''}>
          Add part
        </button>
      </div>
    </fieldset>
  );
}
