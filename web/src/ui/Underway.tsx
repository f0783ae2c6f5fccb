import { WORDS } from './words.ts';

/** Long work while it runs: what it does, how much of it is done, and the way to stop it. */
export function Underway({ says, share, onStop }: { says: string; share: number; onStop: () => void }) {
  return (
    <p role="status" className="flex items-center gap-3">
      {says} … {Math.round(share * 100)} %
      <progress aria-label={says} value={share} max={1} className="h-2 w-28" />
      <button type="button" className="act" onClick={onStop}>
        {WORDS.stop}
      </button>
    </p>
  );
}
