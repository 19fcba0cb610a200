import type { SheetLook } from '@north-step/contract';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import { benchReply, leavePage, showPage } from '../../testing/page.tsx';

afterEach(leavePage);

const TEXT = 'Teil,Resin\ncap,Grey';
const lacks: SheetLook = {
  heads: ['Teil', 'Resin'],
  columns: { resin: 'Resin' },
  rows: 1,
  problems: [{ field: 'part', message: 'No column is chosen for part.' }],
};

it('a spreadsheet is tried, its columns are chosen, its rows are taken in under one id', async () => {
  let tries = 0;
  const { posted } = showPage('/records/files', {
    '/api/bench': benchReply([]),
    'POST /api/sheets/batches/look': () =>
      ++tries === 1 ? lacks : { ...lacks, columns: { resin: 'Resin', part: 'Teil' }, problems: [] },
    'POST /api/sheets': { rows: 1 },
  });
  const file = new File([TEXT], 'orders.csv');
  // jsdom's files cannot be read
  Object.assign(file, { text: async () => TEXT });
  fireEvent.change(await screen.findByLabelText('Spreadsheet as CSV'), { target: { files: [file] } });
  expect((await screen.findByRole('alert')).textContent).toContain('No column is chosen for part.');
  fireEvent.change(screen.getByLabelText('part'), { target: { value: 'Teil' } });
  fireEvent.click(await screen.findByRole('button', { name: 'Take 1 in' }));
  expect(await screen.findByText('1 row is taken in.')).toBeDefined();
  await waitFor(() =>
    expect(posted.map(({ path }) => path)).toEqual([
      '/api/sheets/batches/look',
      '/api/sheets/batches/look',
      '/api/sheets',
    ]),
  );
  expect(posted[1]!.body).toEqual({ text: TEXT, columns: { resin: 'Resin', part: 'Teil' } });
  expect(posted[2]!.body).toMatchObject({ sheet: 'batches', text: TEXT, by: 'Ada B.', commandId: expect.any(String) });
});
