import { slugOf } from '@north-step/core/units';
import { type ReactNode, useEffect } from 'react';
import Markdown, { type Components } from 'react-markdown';
import { useLocation } from 'react-router';
import { SlimBand } from '../next/index.ts';

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

type ChaptersProps = {
  readonly say: string;
  readonly more: string;
  /** what its chapters are called together */
  readonly label: string;
  /** Markdown; its own title stands in the band */
  readonly text: string;
};

/** A text in chapters, in the program itself: it opens at the chapter that the address names. */
export function Chapters({ say, more, label, text }: ChaptersProps) {
  const { hash } = useLocation();
  const body = text.replace(/^# .*\n/, '');
  const headings = [...body.matchAll(/^## (.+)$/gm)].map(([, heading]) => heading!);
  useEffect(() => {
    // the focus takes the page along
    if (hash) document.getElementById(hash.slice(1))?.focus();
  }, [hash]);
  return (
    <>
      <SlimBand say={say} more={more} />
      <div className="grid grid-cols-[220px_minmax(0,1fr)] gap-8 px-[18px] py-3 max-lg:grid-cols-1">
        <nav aria-label={label}>
          <ul>
            {headings.map((heading) => (
              <li key={heading}>
                <a className="flex min-h-11 items-center underline decoration-line" href={`#${slugOf(heading)}`}>
                  {heading}
                </a>
              </li>
            ))}
          </ul>
        </nav>
        <article className="max-w-3xl pb-8">
          <Markdown components={AS}>{body}</Markdown>
        </article>
      </div>
    </>
  );
}
