import { Link, useRouteError } from 'react-router';

/** When a page itself fails: what is safe, and the way on. */
export function PageFailed() {
  const error = useRouteError();
  return (
    <div role="alert" className="p-6">
      <h1 className="text-xl font-bold">This page failed.</h1>
      <p className="mt-2">Timers run on and nothing done is lost. Reload, or go back to the bench.</p>
      <p className="mt-4 flex gap-3">
        <button type="button" className="btn btn-sea" onClick={() => window.location.reload()}>
          Reload
        </button>
        <Link className="btn" to="/">
          Bench
        </Link>
      </p>
      <p className="mt-4 font-mono text-sm text-ink-2">{error instanceof Error ? error.message : 'unknown failure'}</p>
    </div>
  );
}
