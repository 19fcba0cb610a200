import type { ReactNode } from 'react';

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
