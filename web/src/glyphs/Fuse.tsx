type FuseProps = { readonly leftS: number; readonly totalS: number };

/** A thin bar that burns down to nothing when the time is up. */
export function Fuse({ leftS, totalS }: FuseProps) {
  const share = totalS > 0 ? Math.max(0, Math.min(1, leftS / totalS)) : 0;
  return (
    <div className="mt-1.5 h-2 w-full border-[1.5px] border-ink" aria-hidden="true">
      <div className="h-full bg-sea-2" style={{ width: `${share * 100}%` }} />
    </div>
  );
}
