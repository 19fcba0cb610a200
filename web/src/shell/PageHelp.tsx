import { slugOf } from '@north-step/core/units';
import { Link, useLocation } from 'react-router';
import { helpAt, TOUR } from './helpTexts.ts';

/** Folded at the foot of every page: what it is for, what to do first on it, and where a tour goes on. */
export function PageHelp() {
  const { pathname } = useLocation();
  const help = helpAt(pathname);
  if (!help) return null;
  const stop = TOUR.findIndex(({ to }) => to === pathname);
  return (
    <details className="border-t border-line px-[18px] text-sm print:hidden">
      <summary className="min-h-11 cursor-pointer py-3 text-ink-2">What is this?</summary>
      <div className="max-w-3xl pb-3">
        <p>{help.what}</p>
        <p className="mt-1">
          <b>First:</b> {help.first}
        </p>
        <p className="mt-1">
          <Link className="flex min-h-11 items-center underline" to={`/guide#${slugOf(help.chapter)}`}>
            More in the guide: {help.chapter}
          </Link>
        </p>
        <h2 className="mt-3 font-bold">A tour in {TOUR.length} stops</h2>
        <ol className="list-decimal pl-6">
          {TOUR.map(({ to, see }, i) => (
            <li key={to} aria-current={i === stop ? 'page' : undefined} className={i === stop ? 'font-bold' : ''}>
              <Link className="underline decoration-line underline-offset-4" to={to}>
                {see}
              </Link>
            </li>
          ))}
        </ol>
      </div>
    </details>
  );
}
