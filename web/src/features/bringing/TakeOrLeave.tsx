import { WORDS } from './words.ts';

/** The last word on what was looked at: taken in, or left. */
export function TakeOrLeave({
  isBusy = false,
  onTake,
  onLeave,
}: {
  isBusy?: boolean;
  onTake: () => void;
  onLeave: () => void;
}) {
  return (
    <p className="mt-4 flex items-baseline gap-4">
      <button type="button" className="btn solid" disabled={isBusy} onClick={onTake}>
        {WORDS.takeItIn}
      </button>
      <button type="button" className="act" onClick={onLeave}>
        {WORDS.leaveIt}
      </button>
    </p>
  );
}
