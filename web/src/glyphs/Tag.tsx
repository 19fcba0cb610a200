import type { Standing } from '@north-step/core/batch';
import { useId } from 'react';

export type TagState = 'waiting' | 'running' | 'done' | 'held' | 'due';
const FILL: Readonly<Record<TagState, string>> = {
  waiting: 'hatch-ink',
  running: 'var(--sea-2)',
  done: 'var(--moss)',
  held: 'hatch-brick',
  due: 'var(--amber)',
};
/** How a batch stands, as its flag says it. */
export const TAG_STATES: Readonly<Record<Standing, TagState>> = {
  sealed: 'done',
  merged: 'done',
  held: 'held',
  stopped: 'held',
  look: 'due',
  due: 'due',
  running: 'running',
  waiting: 'waiting',
};
type FlagProps = { readonly state: TagState };

/** The small flag of a tag: its fill says the state (hatched waits, solid runs). */
export function Flag({ state }: FlagProps) {
  const id = useId();
  const fill = FILL[state];
  const hatch = fill.startsWith('hatch-') ? `var(--${fill.slice(6)})` : undefined;
  return (
    <svg width={11} height={17} viewBox="0 0 11 17" aria-hidden="true" className="shrink-0">
      {hatch && (
        <pattern id={id} width={4} height={4} patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
          <line x1={0} x2={0} y1={0} y2={4} stroke={hatch} strokeWidth={2.6} />
        </pattern>
      )}
      <rect
        x={1}
        y={1}
        width={9}
        height={15}
        fill={hatch ? `url(#${id})` : fill}
        stroke="var(--ink)"
        strokeWidth={1.3}
      />
    </svg>
  );
}

type TagProps = {
  readonly name: string;
  readonly detail?: string | undefined;
  readonly state: TagState;
  /** a flag is raised on it that does not stop it */
  readonly flagged?: boolean | undefined;
  readonly chosen?: boolean | undefined;
  readonly words: string;
  readonly onPress?: (() => void) | undefined;
};

/** A batch on the bench. */
export function Tag({ name, detail, state, flagged, chosen, words, onPress }: TagProps) {
  return (
    <button
      type="button"
      aria-label={words}
      aria-pressed={chosen ?? false}
      data-bench-tag
      onClick={onPress}
      onFocus={onPress}
      className={`frame flex min-h-11 max-w-full flex-wrap items-center gap-x-2 bg-panel px-2.5 text-left ${chosen ? 'outline-[3px] outline-amber' : ''}`}
    >
      <Flag state={state} />
      <span className="font-bold whitespace-nowrap">
        {name}
        {flagged && <span aria-hidden> ⚑</span>}
      </span>
      {detail && <span className="font-mono whitespace-nowrap">{detail}</span>}
    </button>
  );
}
