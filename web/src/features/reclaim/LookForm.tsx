import { looksFor, type RunLook } from '@north-step/core/reclaim';
import type { StepProps } from './stepProps.ts';
import { LOOK_WORDS } from './words.ts';

/** What a jar or a pan looks like, drawn: one press answers. */
export function LookForm({ run, look }: StepProps) {
  return (
    <fieldset className="flex flex-wrap gap-3">
      <legend className="mb-2 font-bold">What does it look like?</legend>
      {looksFor(run).map((outcome) => (
        <button key={outcome} type="button" className="picture-choice w-44" onClick={() => look(outcome)}>
          <LiquidPicture outcome={outcome} />
          <b className="block">{LOOK_WORDS[outcome].text}</b>
          <span className="block text-[13px] text-ink-2">{LOOK_WORDS[outcome].next}</span>
        </button>
      ))}
    </fieldset>
  );
}

type Drawing = { readonly liquid: 'clear' | 'dotted' | 'none' | 'ice'; readonly skin?: 'bottom' | 'top' | 'cracked' };
const DRAWN: Readonly<Record<RunLook, Drawing>> = {
  clear: { liquid: 'clear', skin: 'bottom' },
  milky: { liquid: 'dotted' },
  crust: { liquid: 'clear', skin: 'top' },
  dry: { liquid: 'none', skin: 'cracked' },
  wet: { liquid: 'clear', skin: 'top' },
  frozen: { liquid: 'ice' },
};
const isPan = (outcome: RunLook): boolean => ['dry', 'wet', 'frozen'].includes(outcome);

/** A jar, or a pan, with what is in it: by shape and hatch, not by colour. */
function LiquidPicture({ outcome }: { readonly outcome: RunLook }) {
  const { liquid, skin } = DRAWN[outcome];
  const [x, y, w, h] = isPan(outcome) ? [6, 46, 108, 34] : [34, 12, 52, 72];
  const bottom = y + h;
  const dots = Array.from(
    { length: 15 },
    (_, i) => [x + 8 + (i % 3) * (w / 3.2), y + 18 + Math.floor(i / 3) * 11] as const,
  );
  return (
    <svg viewBox="0 0 120 92" width={120} height={92} aria-hidden="true" className="mx-auto">
      {liquid !== 'none' && <rect x={x} y={y + 8} width={w} height={h - 8} fill="var(--liquid)" />}
      {liquid === 'dotted' &&
        dots.map(([cx, cy]) => <circle key={`${cx} ${cy}`} cx={cx} cy={cy} r={2.2} fill="var(--resin)" />)}
      {liquid === 'ice' && (
        <path
          d={`M${x + 12} ${y + 10}l18 16m14 -18l-8 22m30 -18l16 18`}
          stroke="var(--ink)"
          strokeWidth={1.5}
          fill="none"
        />
      )}
      {skin === 'bottom' && <rect x={x} y={bottom - 16} width={w} height={16} fill="var(--resin)" />}
      {skin === 'top' && <rect x={x} y={y + 8} width={w} height={8} fill="var(--resin)" />}
      {skin === 'cracked' && (
        <path
          d={`M${x + 4} ${bottom - 5}h${w * 0.28}m6 0h${w * 0.22}m6 0h${w * 0.24}`}
          stroke="var(--resin)"
          strokeWidth={6}
          fill="none"
        />
      )}
      <path d={`M${x} ${y}V${bottom}H${x + w}V${y}`} fill="none" stroke="var(--ink)" strokeWidth={2} />
    </svg>
  );
}
