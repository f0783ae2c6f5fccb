import { Link, useRouteError } from 'react-router';
import { Trouble } from '../ui/index.ts';

/** Shown when a screen breaks: what is safe, and the ways on. The plan itself is in the store and the browser's draft. */
export function BrokenPage() {
  const error = useRouteError();
  return (
    <Trouble title="This screen has broken">
      <p className="mb-4">
        Your plan is safe: every change was kept before it was shown. Go on from another stage, or load this
        page again.
      </p>
      <p className="mb-6 flex gap-4">
        <button type="button" className="btn solid" onClick={() => window.location.reload()}>
          Load again
        </button>
        <Link className="btn" to="/">
          To the cast
        </Link>
      </p>
      <p className="note">{error instanceof Error ? error.message : String(error)}</p>
    </Trouble>
  );
}

export function LostPage() {
  return (
    <Trouble title="There is nothing at this address">
      <p>
        The plan may have been deleted, or the address is misspelt.{' '}
        <Link className="act" to="/">
          Look in the cast
        </Link>
      </p>
    </Trouble>
  );
}
