import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { matchPath } from 'react-router';
import { afterEach, describe, expect, it } from 'vitest';
import { benchReply, leavePage, showPage } from '../testing/page.tsx';
import { PAGE_HELP, TOUR } from './helpTexts.ts';
import { routes } from './router.tsx';

afterEach(leavePage);
const pages = (routes[0]!.children![0]!.children ?? []).map(({ path, index }) => (index ? '/' : `/${path}`));
/** Set up and the guide explain themselves; where nothing is, nothing is explained. */
const BY_ITSELF = new Set(['/set-up', '/guide', '/*']);

describe('what a page is for', () => {
  it('is said of every page, by its own words', () => {
    const silent = pages.filter((page) => !BY_ITSELF.has(page) && !PAGE_HELP.some(({ path }) => path === page));
    expect(silent).toEqual([]);
    const address = (path: string) => path.replace(/:\w+/g, 'x');
    for (const { path } of PAGE_HELP)
      expect(PAGE_HELP.find((help) => matchPath(help.path, address(path)))!.path, path).toBe(path);
  });
  it('is told at length in a chapter of the guide that is there', async () => {
    showPage('/guide#solvent', { '/api/bench': benchReply([]) });
    await screen.findByRole('heading', { level: 1, name: 'Guide' });
    const chapters = screen.getAllByRole('heading', { level: 2 });
    const missing = PAGE_HELP.filter(({ chapter }) => !chapters.some(({ textContent }) => textContent === chapter));
    expect(missing).toEqual([]);
    // the focus follows once the page stands
    await waitFor(() => expect(document.activeElement).toBe(chapters.find(({ id }) => id === 'solvent')));
  });
  it('is folded at its foot, with a tour of eight stops that are pages', async () => {
    showPage('/shift', { '/api/bench': benchReply([]), '/api/shift-notes': { notes: [] } });
    const summary = await screen.findByText('What is this?');
    const details = within(summary.closest('details')!);
    fireEvent.click(summary);
    expect(details.getByText(/^What the one who takes over must know/)).toBeDefined();
    expect(details.getAllByRole('link').map((link) => link.getAttribute('href'))).toEqual([
      '/guide#the-bench',
      ...TOUR.map(({ to }) => to),
    ]);
    expect(TOUR).toHaveLength(8);
    expect(TOUR.every(({ to }) => pages.includes(to))).toBe(true);
    expect(
      details
        .getByText(/^The shift:/)
        .closest('li')!
        .getAttribute('aria-current'),
    ).toBe('page');
  });
});
