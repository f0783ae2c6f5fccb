import { WORDS } from './words.ts';

/** What stands in place of a search's button while it runs: stopping it keeps the best so far. */
export function Searching({ what, share, onStop }: { what: string; share: number; onStop: () => void }) {
  return (
    <>
      <button type="button" className="btn" onClick={onStop}>
        {WORDS.stopKeepTheBest}
      </button>
      <progress aria-label={what} max="1" value={share} className="mb-4 h-2 w-36" />
    </>
  );
}
