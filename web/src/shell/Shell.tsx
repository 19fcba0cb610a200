import type { BenchReply } from '@north-step/contract';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { NavLink, Outlet, useLocation, useNavigate } from 'react-router';
import { useBenchQuery } from '../store/api.ts';
import { lit, workedBy } from '../store/here.ts';
import { useAppDispatch, useAppSelector } from '../store/store.ts';
import { Notices } from './Notices.tsx';
import { useKeys } from './useKeys.ts';
import { clockOfDay, dayAndClock, keepWays, useNow } from './useNow.ts';

const MachineNotices = lazy(async () => ({ default: (await import('./MachineNotices.tsx')).MachineNotices }));
/** Whether the machine behind the page has something to say: hardly ever. */
const needsSomebody = ({ disk, clockJumpMs }: BenchReply): boolean =>
  (disk !== undefined && disk.level !== 'plenty') || clockJumpMs !== undefined;
const NotedBar = lazy(async () => ({ default: (await import('../features/next/index.ts')).NotedBar }));
const PageHelp = lazy(async () => ({ default: (await import('./PageHelp.tsx')).PageHelp }));
const Help = lazy(async () => ({ default: (await import('./Help.tsx')).Help }));

const PAGES = [
  ['/', 'Bench'],
  ['/batches', 'Batches'],
  ['/routes', 'Routes'],
  ['/solvent', 'Solvent'],
  ['/cure', 'Cure'],
  ['/resins', 'Resins'],
  ['/records', 'Records'],
  ['/room', 'Room'],
] as const;

/** The frame of every page: where one is, who works, which light, what time. */
export function Shell() {
  const { data } = useBenchQuery();
  keepWays(data?.ways ?? {});
  const nowMs = useNow(1000);
  const { theme, person } = useAppSelector((state) => state.here);
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [helping, setHelping] = useState(false);
  const { pathname } = useLocation();
  const main = useNewPage(pathname);
  useKeys({ '?': () => setHelping(true), '/': () => navigate('/batches?find=1') });

  return (
    <>
      <a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:bg-panel focus:p-3">
        Skip to the page
      </a>
      <header className="flex min-h-[45px] flex-wrap items-center gap-x-1 border-b-[1.5px] border-ink px-[18px] print:hidden">
        <span className="mr-6 max-md:mr-0 text-lg font-bold whitespace-nowrap">▲ North Step</span>
        <nav
          aria-label="Pages"
          className="flex flex-1 max-xl:order-last max-xl:w-full max-xl:flex-none max-xl:overflow-x-auto"
        >
          {PAGES.map(([to, name]) => (
            <NavLink
              key={to}
              to={to}
              end={to === '/'}
              className={({ isActive }) =>
                `flex min-h-11 items-center border-b-4 px-3.5 max-md:px-2 ${isActive ? 'border-sea font-bold text-ink' : 'border-transparent text-ink-2'}`
              }
            >
              {name}
            </NavLink>
          ))}
        </nav>
        <div className="flex items-center gap-3 max-xl:ml-auto max-md:gap-1">
          <button type="button" className="min-h-11 px-2 text-ink-2" onClick={() => navigate('/batches?find=1')}>
            Find <kbd className="font-mono max-md:hidden">/</kbd>
          </button>
          <button type="button" className="min-h-11 px-2 text-ink-2" onClick={() => setHelping(true)}>
            Keys <kbd className="font-mono max-md:hidden">?</kbd>
          </button>
          <button
            type="button"
            className="min-h-11 px-2 text-ink-2"
            aria-pressed={theme === 'amber'}
            onClick={() => dispatch(lit(theme === 'day' ? 'amber' : 'day'))}
          >
            {theme === 'day' ? 'Amber room' : 'Daylight'}
          </button>
          {data?.people.length !== 0 && (
            <select
              aria-label="Who works here"
              className="min-h-11 max-w-44 bg-ground max-md:max-w-28"
              value={person}
              onChange={(event) => dispatch(workedBy(event.target.value))}
            >
              {(data?.people ?? []).map((someone) => (
                <option key={someone.id} value={someone.name}>
                  {someone.name} · {someone.role}
                </option>
              ))}
            </select>
          )}
          <time className="font-mono text-lg font-bold">{clockOfDay(nowMs)}</time>
        </div>
      </header>
      <p className="hidden border-b border-line pb-1 text-sm print:block">
        {data?.workshop} · printed {dayAndClock(nowMs)} by {person}
      </p>
      {data && needsSomebody(data) && (
        <Suspense>
          <MachineNotices bench={data} />
        </Suspense>
      )}
      <Notices />
      <main id="main" ref={main} tabIndex={-1} data-page={pathname} className="outline-none">
        <Outlet />
        <Suspense fallback={null}>
          <PageHelp />
        </Suspense>
      </main>
      <Suspense fallback={null}>
        <NotedBar />
      </Suspense>
      {helping && (
        <Suspense fallback={null}>
          <Help onClose={() => setHelping(false)} />
        </Suspense>
      )}
    </>
  );
}

/** A new page has its own title, and the next Tab goes into it, not through the head once more. */
function useNewPage(pathname: string) {
  const main = useRef<HTMLElement>(null);
  const before = useRef(pathname);
  useEffect(() => {
    const page = PAGES.findLast(([to]) => pathname === to || pathname.startsWith(`${to}/`))?.[1];
    document.title = page ? `${page} · North Step` : 'North Step';
    if (before.current === pathname) return;
    before.current = pathname;
    if (!main.current?.contains(document.activeElement)) main.current?.focus({ preventScroll: true });
  }, [pathname]);
  return main;
}
