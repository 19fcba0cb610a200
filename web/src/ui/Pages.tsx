import type { ReactNode } from 'react';

/** Newer and older, with where one is. */
export function Pages({
  text,
  newer,
  older,
}: {
  readonly text: ReactNode;
  readonly newer?: () => void;
  readonly older?: () => void;
}) {
  return (
    <nav aria-label="Pages of the list" className="flex items-center gap-3 px-[18px] py-3">
      <button type="button" className="btn" disabled={!newer} onClick={newer}>
        Newer
      </button>
      <button type="button" className="btn" disabled={!older} onClick={older}>
        Older
      </button>
      <span className="text-ink-2">{text}</span>
    </nav>
  );
}
