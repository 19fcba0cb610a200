import { slugOf } from '@north-step/core/units';
import { type ReactNode, useEffect } from 'react';
import Markdown, { type Components } from 'react-markdown';
import { useLocation } from 'react-router';
import guide from '../../../../docs/guide.md?raw';
import { SlimBand } from '../next/index.ts';

/** The guide’s own title stands in the band. */
const BODY = guide.replace(/^# .*\n/, '');
const HEADINGS = [...BODY.matchAll(/^## (.+)$/gm)].map(([, text]) => text!);

const textOf = (children: ReactNode): string => (typeof children === 'string' ? children : String(children));
const AS: Components = {
  h2: ({ children }) => (
    <h2 id={slugOf(textOf(children))} tabIndex={-1} className="mt-6 mb-2 scroll-mt-4 text-xl font-bold outline-none">
      {children}
    </h2>
  ),
  p: ({ children }) => <p className="mb-3">{children}</p>,
  ul: ({ children }) => <ul className="mb-3 list-disc pl-6">{children}</ul>,
  ol: ({ children }) => <ol className="mb-3 list-decimal pl-6">{children}</ol>,
};

/** The guide, in the program itself: it opens where the page that one came from is told of. */
export function GuidePage() {
  const { hash } = useLocation();
  useEffect(() => {
    // the focus takes the page along
    if (hash) document.getElementById(hash.slice(1))?.focus();
  }, [hash]);
  return (
    <>
      <SlimBand say="Guide" more="What every page is for, and how the work goes through them." />
      <div className="grid grid-cols-[220px_minmax(0,1fr)] gap-8 px-[18px] py-3 max-lg:grid-cols-1">
        <nav aria-label="In this guide">
          <ul>
            {HEADINGS.map((heading) => (
              <li key={heading}>
                <a className="flex min-h-11 items-center underline decoration-line" href={`#${slugOf(heading)}`}>
                  {heading}
                </a>
              </li>
            ))}
          </ul>
        </nav>
        <article className="max-w-3xl pb-8">
          <Markdown components={AS}>{BODY}</Markdown>
        </article>
      </div>
    </>
  );
}
