type ChainMarkProps = { readonly hash: string };

/** A sealed record, with the start of its hash. */
export function ChainMark({ hash }: ChainMarkProps) {
  return (
    <span className="inline-flex items-center gap-1.5 font-mono" title={hash}>
      <svg width={22} height={12} viewBox="0 0 22 12" aria-hidden="true">
        <rect x={1} y={2} width={11} height={8} rx={4} fill="none" stroke="var(--ink)" strokeWidth={1.8} />
        <rect x={10} y={2} width={11} height={8} rx={4} fill="none" stroke="var(--ink)" strokeWidth={1.8} />
      </svg>
      <span>{hash.slice(0, 8)}</span>
    </span>
  );
}
