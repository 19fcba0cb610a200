import { fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { answered, clashed, conflictsSeen, queued, serverAway } from '../commands/outbox.ts';
import { store } from '../store/store.ts';
import { benchReply, leavePage, showPage } from '../testing/page.tsx';

afterEach(async () => {
  store.dispatch(conflictsSeen());
  store.dispatch(answered('one'));
  await leavePage();
});
const at = new Date(2026, 10, 27, 14, 3).getTime();

describe('what a page says of its server', () => {
  it('lists what was pressed without it and not done, with the hour, until it was read', async () => {
    showPage('/', { '/api/bench': benchReply([]) });
    await screen.findByRole('heading', { level: 1 });
    for (const name of ['Tern 1', 'Knot 1'])
      store.dispatch(
        clashed({
          id: name,
          madeMs: at,
          message: `Wash 1 of ${name} was already finished.`,
          remedy: 'Reload the page.',
        }),
      );
    const told = await screen.findByRole('alert');
    expect(told.textContent).toContain('Pressed while the server was away, and not done');
    expect(told.querySelectorAll('li')).toHaveLength(2);
    expect(told.querySelector('li')!.textContent).toBe('14:03 Wash 1 of Tern 1 was already finished. Reload the page.');
    fireEvent.click(screen.getByRole('button', { name: 'Got it' }));
    await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
  });
  it('counts what is kept while it is away', async () => {
    showPage('/', { '/api/bench': benchReply([]) });
    await screen.findByRole('heading', { level: 1 });
    store.dispatch(serverAway(true));
    expect((await screen.findByText(/Timers run on/)).textContent).toContain('What you press is kept and sent later.');
    store.dispatch(
      queued({ id: 'one', type: 'step.start', params: { batchId: 'a', stepId: 's1' }, body: {}, madeMs: at }),
    );
    await waitFor(() => expect(screen.getByText(/Timers run on/).textContent).toContain('1 kept here'));
  });
});

describe('a new page', () => {
  it('has its own title, and takes the focus when it was led to', async () => {
    const { router } = showPage('/', {
      '/api/bench': benchReply([]),
      '/api/records': { total: 0, rows: [], intact: true },
    });
    await screen.findByRole('heading', { level: 1 });
    expect(document.title).toBe('Bench · North Step');
    await router.navigate('/records');
    await waitFor(() => expect(document.title).toBe('Records · North Step'));
    expect(document.activeElement).toBe(document.getElementById('main'));
  });
});
