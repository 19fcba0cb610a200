import type { Step } from '@north-step/core/batch';
import { type BatchRequest, explain, type WhyTopic } from '@north-step/core/plan';
import { type ReactNode, useState } from 'react';
import { Sheet } from './Sheet.tsx';

type WhyProps = {
  readonly topic: WhyTopic;
  readonly request: BatchRequest;
  readonly children: ReactNode;
  readonly className?: string;
};

/** A computed figure, underlined with dots; pressing it says why. */
export function Why({ topic, request, children, className = '' }: WhyProps) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        onClick={() => setOpen(true)}
        aria-haspopup="dialog"
        title="Why this number?"
        className={`border-b-2 border-dotted border-ink-2 text-left ${className}`}
      >
        {children}
      </button>
      {open && (
        <Sheet open side onOpenChange={setOpen} title="Why this number?">
          <WhyText topic={topic} request={request} />
        </Sheet>
      )}
    </>
  );
}

/** Inputs, formula in words, constants and their source, what moves it most, how sure it is. */
export function WhyText({
  topic,
  request,
  run,
}: {
  readonly topic: WhyTopic;
  readonly request: BatchRequest;
  /** the step as it was run: then the recorded figure is explained */
  readonly run?: Step | undefined;
}) {
  const why = explain(topic, request, undefined, run);
  return (
    <div className="space-y-3">
      <p className="text-ink-2">{why.title}</p>
      <p className="font-mono text-2xl font-bold">{why.value}</p>
      <p>{why.formula}</p>
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
        {why.inputs.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-ink-2">{name}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
      {why.movers.length > 0 && (
        <div>
          <h3 className="font-bold">Moves it most</h3>
          <ul>
            {why.movers.map(([change, effect]) => (
              <li key={change} className="flex justify-between gap-4 border-b border-line py-1">
                <span>{change}</span>
                <span className="font-mono">{effect}</span>
              </li>
            ))}
          </ul>
        </div>
      )}
      <p>
        <b>How sure:</b> {why.sure}
      </p>
      <p className="text-sm text-ink-2">{why.constants}</p>
    </div>
  );
}
