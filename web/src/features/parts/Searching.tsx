import { WORDS } from './words.ts';

/** What stands in place of a search's button while it runs: stopping it keeps the best so far. */
export function Searching({
  what,
  share,
  onStop,
  word = WORDS.stopKeepTheBest,
}: {
  what: string;
  share: number;
  onStop: () => void;
  word?: string;
}) {
  return (
    <>
      <button type="button" className="btn" onClick={onStop}>
        {word}
      </button>
      <progress aria-label={what} max="1" value={share} className="mb-4 h-2 w-36" />
    </>
  );
}
