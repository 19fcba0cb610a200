import type { PaceReply, RouteRow } from '@north-step/contract';
import { expectedTrimS } from '@north-step/core/route';
import { clockText } from '@north-step/core/units';
import { useId } from 'react';
import { Link } from 'react-router';
import type { Draft } from './useNewBatch.ts';

type RouteChoiceProps = {
  readonly draft: Draft;
  readonly routes: readonly RouteRow[];
  readonly pace: PaceReply['people'][number] | undefined;
};

/** Which route, why that one, and what the other schools would say. */
export function RouteChoice({ draft, routes, pace }: RouteChoiceProps) {
  const { advice, route, choices, change } = draft;
  const id = useId();
  const advised = routes.find((row) => row.route.id === advice?.routeId)?.route;
  return (
    <div className="mt-4">
      <label htmlFor={id} className="label">
        Route
      </label>
      <select
        id={id}
        className="field font-bold"
        value={route?.id ?? ''}
        onChange={(event) => change({ routeId: event.target.value })}
      >
        {routes.map((row) => (
          <option key={row.route.id} value={row.route.id}>
            {row.route.name}
            {row.route.id === advice?.routeId ? ' · advised' : ''}
          </option>
        ))}
      </select>
      <label className="mt-2 flex items-center gap-2">
        <span className="text-sm text-ink-2">tightest tolerance, ± mm (if any)</span>
        <input
          className="field w-20 font-mono"
          inputMode="decimal"
          value={choices.tolerance}
          maxLength={12}
          onChange={(event) => change({ tolerance: event.target.value })}
        />
      </label>
      {advice && advised && (
        <div className="mt-2 border-l-4 border-sea-2 pl-3">
          {route?.id !== advised.id && (
            <p>
              Advised is{' '}
              <button
                type="button"
                className="min-h-11 font-bold underline"
                onClick={() => change({ routeId: undefined })}
              >
                {advised.name}
              </button>
            </p>
          )}
          {advice.reasons.map((reason) => (
            <p key={reason}>{reason}</p>
          ))}
          <p className="text-ink-2">
            Clip: {advice.clipOrder.join(', ')}
            {draft.joined && `; about ${clockText(trimS(draft.joined, pace))}${pace ? ' at your pace' : ''}`}.
          </p>
          {advice.dip.warning && route?.steps.some(({ type }) => type === 'warm-dip') && (
            <p className="text-brick">{advice.dip.warning}</p>
          )}
          {advice.others.length > 0 && (
            <details>
              <summary className="min-h-11 cursor-pointer py-2.5 underline">What other schools say</summary>
              <ul className="space-y-1 pb-2 text-sm">
                {advice.others.map(({ when, why }) => (
                  <li key={when}>
                    <b>Supports {when}.</b> {why}
                  </li>
                ))}
              </ul>
            </details>
          )}
        </div>
      )}
      {route && (
        <p className="mt-1 text-sm">
          <Link className="underline" to={`/routes/${route.id}`}>
            Change this route
          </Link>
        </p>
      )}
    </div>
  );
}

const trimS = ({ part, count }: NonNullable<Draft['joined']>, pace: RouteChoiceProps['pace']): number =>
  Math.round((expectedTrimS({ ...part, count }) * (pace?.trimFactor ?? 1)) / 30) * 30;
