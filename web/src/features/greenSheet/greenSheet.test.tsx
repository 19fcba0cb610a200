import { fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { batchAt, benchReply, leavePage, showPage } from '../../testing/page.tsx';

afterEach(leavePage);

it('is worked out for the light and the place that the customer has said, which the address keeps', async () => {
  const batch = batchAt('cure', { id: 'a', name: 'Knot 1' });
  const { router } = showPage('/batches/a/green', { '/api/bench': benchReply([batch]), '/api/batches/a': { batch } });
  const minutes = async (light: RegExp) => (await screen.findByRole('row', { name: light })).textContent;
  const here = await minutes(/Outdoors/);
  fireEvent.change(screen.getByLabelText(/Their latitude/), { target: { value: '-33' } });
  await waitFor(() => expect(router.state.location.search).toContain('lat=-33'));
  expect(screen.getByText(/33° south/)).toBeDefined();
  expect(await minutes(/Outdoors/)).not.toBe(here);
  // a lamp does not care where it stands
  fireEvent.change(screen.getByLabelText('Their light'), { target: { value: 'small lamp' } });
  await waitFor(() => expect(screen.queryByRole('row', { name: /Outdoors/ })).toBeNull());
  expect(screen.getByRole('row', { name: /A small lamp/ })).toBeDefined();
});
