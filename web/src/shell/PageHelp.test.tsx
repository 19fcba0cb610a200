import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { benchReply, leavePage, showPage } from '../testing/page.tsx';
import { helpAt, PAGE_HELP, TOUR } from './helpTexts.ts';

afterEach(leavePage);

describe('what a page is for', () => {
  it('is said of every page, by its own words', () => {
    // no address is taken for another's
    for (const [path, help] of Object.entries(PAGE_HELP)) expect(helpAt(path.replace(/:\w+/g, 'x')), path).toBe(help);
    expect(helpAt('/no/such/page')).toBeNull();
  });
  it('is told at length in a chapter of the guide that is there', async () => {
    showPage('/guide#solvent', { '/api/bench': benchReply([]) });
    await screen.findByRole('heading', { level: 1, name: 'Guide' });
    const chapters = screen.getAllByRole('heading', { level: 2 });
    const there = chapters.map(({ textContent }) => textContent);
    const asked = Object.values(PAGE_HELP).flatMap((help) => help?.chapter ?? []);
    expect(asked.filter((chapter) => !there.includes(chapter))).toEqual([]);
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
    expect(
      details
        .getByText(/^The shift:/)
        .closest('li')!
        .getAttribute('aria-current'),
    ).toBe('page');
  });
});
