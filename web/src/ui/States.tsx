import type { ReactNode } from 'react';
import { Link } from 'react-router';

/** While data is on its way. */
export const Loading = ({ what }: { readonly what: string }) => (
  <p role="status" className="p-6 text-ink-2">
    Reading {what} …
  </p>
);

/** When data did not come. Says what to do. */
export function Failed({ what, onRetry }: { readonly what: string; readonly onRetry: () => void }) {
  return (
    <div role="alert" className="p-6">
      <p className="font-bold">The server did not give {what}.</p>
      <p className="text-ink-2">Nothing was lost. Timers run on in the database.</p>
      <button type="button" className="btn mt-3" onClick={onRetry}>
        Try again
      </button>
    </div>
  );
}

export const Empty = ({ children }: { readonly children: ReactNode }) => <p className="p-6 text-ink-2">{children}</p>;

/** Whether the server said that it does not know the id. */
export const isUnknown = (error: unknown): boolean =>
  typeof error === 'object' && error !== null && 'status' in error && error.status === 404;

/** When an address names something that is not here. */
export const NoSuch = ({ what, to }: { readonly what: string; readonly to: string }) => (
  <div role="alert" className="p-6">
    <h1 className="text-xl font-bold">There is no such {what}.</h1>
    <p className="mt-2">
      The address may be of another workshop, or was cut short.{' '}
      <Link className="underline" to={to}>
        See all that are here
      </Link>
    </p>
  </div>
);
