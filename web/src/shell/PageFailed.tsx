import { Link, useRouteError } from 'react-router';

/** When a page itself fails: what is safe, and the way on. */
export function PageFailed() {
  const error = useRouteError();
  const notFetched = error instanceof Error && /dynamically imported module|module script/i.test(error.message);
  if (notFetched)
    return (
      <div role="alert" className="p-6">
        <h1 className="text-xl font-bold">This page is not on this screen yet, and the server is away.</h1>
        <p className="mt-2">
          The bench works on: what you press there is kept and sent when the server is back. Open this page again then.
        </p>
        <p className="mt-4 flex gap-3">
          <Link className="btn btn-sea" to="/">
            Bench
          </Link>
          <button type="button" className="btn" onClick={() => window.location.reload()}>
            Try again
          </button>
        </p>
      </div>
    );
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
