import { BENCH_FORMAT, TYPICAL_LAMPS } from '@north-step/core/setUp';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { benchReply, leavePage, showPage } from '../../testing/page.tsx';

afterEach(async () => {
  await leavePage();
  localStorage.clear();
});
const EMPTY = { ...benchReply([]), stations: [], people: [], vessels: [] };
const show = () => showPage('/set-up', { '/api/bench': EMPTY, '/api/set-up': { room: {} } });
const goTo = async (title: string) => fireEvent.click(await screen.findByRole('button', { name: new RegExp(title) }));

describe('setting up', () => {
  it('says at once what a data sheet means under the lamp that was chosen', async () => {
    show();
    await goTo('5 Resins');
    fireEvent.change(screen.getByLabelText('Resin 1: name'), { target: { value: 'Plain Slate' } });
    const resin = within(screen.getByRole('region', { name: 'Plain Slate' }));
    expect(resin.getByText('Small lamp').closest('li')!.textContent).toMatch(/tack-free after about \d+ min/);
    fireEvent.change(resin.getByLabelText('light, min'), { target: { value: '8' } });
    const stronger = /as hard as the sheet’s 8:00 after about (\d+) min/;
    const minutes = () => Number(stronger.exec(resin.getByRole('list').textContent!)![1]);
    const under10 = minutes();
    // a lamp of the sheet that is half as strong gave half as much: here it is reached sooner
    fireEvent.change(resin.getByLabelText('under a lamp of, mW/cm²'), { target: { value: '5' } });
    expect(minutes()).toBeLessThan(under10);
  });
  it('sends what the sheet says in seconds, the hours, and a bench that came as a file', async () => {
    const { posted } = show();
    await goTo('1 The workshop');
    fireEvent.change(screen.getByLabelText('and ends at'), { target: { value: '16:30' } });
    await goTo('3 What stands on the bench');
    const file = {
      format: BENCH_FORMAT,
      name: 'Quay',
      lines: [
        {
          name: 'Alcohol',
          baths: [
            { name: 'Tin', station: 'jar', liquid: 'ethanol', agitation: 'hand', capacityMl: 700, surfaceM2: 0.008 },
          ],
        },
      ],
      tanks: [],
      places: [{ kind: 'mat', name: 'Mat', capacity: 1 }],
      lamps: [{ kind: 'lamp', name: 'Box', capacity: 1, lamp: TYPICAL_LAMPS.box }],
      walk: ['Tin', 'Mat', 'Box'],
    };
    const pick = screen.getByLabelText('File of a bench');
    fireEvent.change(pick, { target: { files: [new File(['{}'], 'other.json')] } });
    expect((await screen.findByRole('alert')).textContent).toContain('This is no bench that can be read');
    fireEvent.change(pick, { target: { files: [new File([JSON.stringify(file)], 'bench.json')] } });
    await screen.findByText(/As on the bench of/);
    const walk = within(screen.getByRole('region', { name: 'In walking order' }));
    expect(walk.getAllByRole('listitem').map(({ textContent }) => textContent)).toEqual([
      expect.stringContaining('Tin'),
      expect.stringContaining('Mat'),
      expect.stringContaining('Box'),
    ]);
    await goTo('5 Resins');
    fireEvent.change(screen.getByLabelText('Resin 1: name'), { target: { value: 'Plain Slate' } });
    fireEvent.change(screen.getByLabelText('dry, at least, min'), { target: { value: '45' } });
    fireEvent.change(screen.getByLabelText('then heat of, °C'), { target: { value: '60' } });
    await goTo('6 What is in the baths');
    expect(screen.getByLabelText(/Tin: ethanol, fresh/)).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Open the bench' }));
    await waitFor(() => expect(posted[0]!.path).toBe('/api/set-up'));
    expect(posted[0]!.body).toMatchObject({
      bench: { name: 'Quay' },
      ways: { closesMin: 990 },
      resins: [{ name: 'Plain Slate', cardDryS: 2700, oven: { tempC: 60, seconds: 3600 } }],
    });
  });
});
