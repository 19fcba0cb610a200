type PagesProps = {
  /** of the first row that is shown */
  readonly offset: number;
  readonly size: number;
  readonly total: number;
  readonly onOffset: (offset: number) => void;
};

/** Newer and older pages of a list, with where one is; nothing where all of it is on one. */
export function Pages({ offset, size, total, onOffset }: PagesProps) {
  if (total <= size) return null;
  return (
    <nav aria-label="Pages of the list" className="flex items-center gap-3 px-[18px] py-3">
      <button
        type="button"
        className="btn"
        disabled={offset === 0}
        onClick={() => onOffset(Math.max(0, offset - size))}
      >
        Newer
      </button>
      <button type="button" className="btn" disabled={offset + size >= total} onClick={() => onOffset(offset + size)}>
        Older
      </button>
      <span className="text-ink-2">
        {offset + 1}–{Math.min(offset + size, total)} of {total.toLocaleString('en-GB')}
      </span>
    </nav>
  );
}
