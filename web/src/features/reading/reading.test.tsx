import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { bathCare, careReply } from '../../testing/care.ts';
import { benchReply, failure, leavePage, showPage, VESSELS } from '../../testing/page.tsx';

afterEach(leavePage);
const solvent = { vessels: [...VESSELS], sinks: [], movements: [], former: [], residualMg: 0 };
const show = (kind: string, more: object = {}, care = careReply(bathCare())) =>
  showPage(`/solvent/read?bath=w1&kind=${kind}`, {
    '/api/solvent': solvent,
    '/api/solvent/care': care,
    '/api/bench': benchReply([]),
    '/api/devices': { devices: [] },
    ...more,
  });
const says = async () => within(await screen.findByRole('region', { name: 'What it says' }));
const type = (label: RegExp, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });

describe('taking a reading', () => {
  it('does the arithmetic as it is typed, and books what was measured', async () => {
    const { posted } = show('residue', { '/api/solvent/readings': { readingId: 'r0', loadPctW: 6, sdPctW: 0.3 } });
    const panel = await says();
    expect(panel.getByText(/arithmetic appears/)).toBeDefined();
    type(/Weight of the dry residue/, '0,49');
    // 0.49 g of 10 mL at about 0.81 g/mL: 6.0 %
    expect(panel.getByText(/^6\.\d %$/)).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Book the reading' }));
    await waitFor(() =>
      expect(posted[0]).toMatchObject({
        path: '/api/solvent/readings',
        body: { vesselId: 'w1', reading: { kind: 'residue', sampleMl: 10, residueG: 0.49 } },
      }),
    );
    expect(await screen.findByText(/Working out what it means/)).toBeDefined();
  });
  it('says what is impossible before it is sent', async () => {
    show('density');
    const panel = await says();
    type(/Reading, g\/mL/, '0.70');
    expect(panel.getByRole('alert').textContent).toContain('lighter than pure isopropanol');
  });
  it('keeps what was typed when the server refuses', async () => {
    show('residue', {
      '/api/solvent/readings': failure(422, {
        code: 'BEFORE_LAST_FILL',
        message: 'Wash 1 was filled after that.',
        remedy: 'Give the hour.',
      }),
    });
    await says();
    type(/Weight of the dry residue/, '0.5');
    fireEvent.click(screen.getByRole('button', { name: 'Book the reading' }));
    expect(await screen.findByText('Wash 1 was filled after that. Give the hour.')).toBeDefined();
    expect((screen.getByLabelText(/Weight of the dry residue/) as HTMLInputElement).value).toBe('0.5');
  });
  it('takes a look without typing anything', async () => {
    const { posted } = show('look', { '/api/solvent/readings': { readingId: 'r0', loadPctW: 14, sdPctW: 5 } });
    await says();
    fireEvent.click(screen.getByRole('radio', { name: 'Cannot see the basket' }));
    fireEvent.click(screen.getByRole('button', { name: 'Book the reading' }));
    await waitFor(() => expect(posted[0]?.body).toMatchObject({ reading: { kind: 'look', seen: 'hidden' } }));
  });
  it('without a scale asks to type; with one shows its weight and takes it when it is calm', async () => {
    const scale = {
      id: 's',
      kind: 'scale',
      name: 'Bench scale',
      simulated: true,
      online: true,
      last: { atMs: 1, grams: 80.6, stable: false, note: 'the flask' },
    };
    const first = show('flask');
    await says();
    expect(screen.getByText(/No bench scale is answering/)).toBeDefined();
    expect(first.posted).toEqual([]);
    await leavePage();
    const streams: ((event: { data: string }) => void)[] = [];
    vi.stubGlobal(
      'EventSource',
      class {
        addEventListener(_: string, listen: (event: { data: string }) => void) {
          streams.push(listen);
        }
        close() {}
      },
    );
    show('flask', { '/api/devices': { devices: [scale] }, '/api/devices/s/press': { ok: true } });
    const panel = within(await screen.findByRole('region', { name: 'Bench scale' }));
    expect(panel.getByText('80.60 g')).toBeDefined();
    expect(panel.getByRole('button', { name: 'Take this weight' }).hasAttribute('disabled')).toBe(true);
    for (const listen of streams)
      listen({ data: JSON.stringify({ atMs: 2, grams: 80.61, stable: true, note: 'the flask' }) });
    await waitFor(() => expect(panel.getByText('calm')).toBeDefined());
    fireEvent.click(panel.getByRole('button', { name: 'Take this weight' }));
    expect((screen.getByLabelText(/Weight of the liquid/) as HTMLInputElement).value).toBe('80.61');
  });
  it('that disagrees badly asks: trust, discard, or measure again', async () => {
    const { posted } = show(
      'residue',
      { '/api/solvent/readings': { readingId: 'r0', loadPctW: 20, sdPctW: 0.3 } },
      careReply(bathCare({}, [1.9])),
    );
    await says();
    type(/Weight of the dry residue/, '1.9');
    fireEvent.click(screen.getByRole('button', { name: 'Book the reading' }));
    const alert = within(await screen.findByRole('alert'));
    expect(alert.getByText(/disagrees badly with the book/)).toBeDefined();
    expect(alert.getByRole('button', { name: 'Measure again' })).toBeDefined();
    fireEvent.click(alert.getByRole('button', { name: 'Discard it' }));
    await waitFor(() =>
      expect(posted.at(-1)).toMatchObject({ path: '/api/solvent/readings/r0/verdict', body: { verdict: 'discarded' } }),
    );
  });
  it('the card to print has two white and two black patches in a frame', async () => {
    showPage('/solvent/card', { '/api/bench': benchReply([]) });
    const card = await screen.findByRole('img', { name: 'Clarity card' });
    expect(card.querySelectorAll('rect')).toHaveLength(7);
  });
});
