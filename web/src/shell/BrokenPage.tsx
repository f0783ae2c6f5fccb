import { Link, useRouteError } from 'react-router';
import { Trouble } from '../ui/index.ts';
import { WORDS } from './words.ts';

/** Shown when a screen breaks: what is safe, and the ways on. The plan itself is in the store and the browser's draft. */
export function BrokenPage() {
  const error = useRouteError();
  return (
    <Trouble title={WORDS.thisScreenHasBroken}>
      <p className="mb-4">{WORDS.yourPlanIsSafe}</p>
      <p className="mb-6 flex gap-4">
        <button type="button" className="btn solid" onClick={() => window.location.reload()}>
          {WORDS.loadAgain}
        </button>
        <Link className="btn" to="/">
          {WORDS.toTheCast}
        </Link>
      </p>
      <p className="note">{error instanceof Error ? error.message : String(error)}</p>
    </Trouble>
  );
}

export function LostPage() {
  return (
    <Trouble title={WORDS.thereIsNothingAt}>
      <p>
        The plan may have been deleted, or the address is misspelt.{' '}
        <Link className="act" to="/">
          {WORDS.lookInTheCast}
        </Link>
      </p>
    </Trouble>
  );
}
