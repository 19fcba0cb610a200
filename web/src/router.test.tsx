import { screen } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { benchReply, leavePage, showPage } from './testing/page.tsx';

afterEach(leavePage);

it('shows the frame at once, and the page in it when it has come', async () => {
  showPage('/', { '/api/bench': benchReply([]) });
  expect(screen.getByRole('navigation', { name: 'Pages' })).toBeDefined();
  expect(screen.getByRole('status').textContent).toBe('Reading the page …');
  expect(screen.queryByRole('region', { name: 'Next step' })).toBeNull();
  await screen.findByRole('region', { name: 'Next step' });
});
