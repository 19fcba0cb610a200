import { ROUTE_TEMPLATES, schoolsOf, TWO_BATHS } from '@north-step/core/route';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { benchReply, failure, leavePage, RESINS, ROUTES, showPage } from '../../testing/page.tsx';

afterEach(leavePage);
const version = (over: object = {}) => ({
  route: TWO_BATHS,
  changeNote: 'As it came with North Step.',
  atMs: null,
  by: null,
  ...over,
});
const answers = {
  '/api/bench': benchReply([]),
  '/api/resins': RESINS,
  '/api/routes': ROUTES,
  '/api/routes/two-baths': { versions: [version()] },
};
const steps = () => within(screen.getByRole('list', { name: 'Steps of the route' })).getAllByRole('listitem');
const titles = () => steps().map((step) => step.querySelector('b')!.textContent);

describe('the list', () => {
  it('filters by school and keeps the filter in the address', async () => {
    const { router } = showPage('/routes', answers);
    fireEvent.change(await screen.findByLabelText('cure in'), { target: { value: 'glycerine' } });
    const wanted = ROUTE_TEMPLATES.filter((route) => schoolsOf(route).cureIn === 'glycerine');
    await waitFor(() => expect(screen.getAllByRole('row')).toHaveLength(1 + wanted.length));
    expect(router.state.location.search).toBe('?cureIn=glycerine');
    fireEvent.change(screen.getByLabelText('heat'), { target: { value: 'warm chamber' } });
    expect(await screen.findByText(/No route answers like that/)).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Show all' }));
    await waitFor(() => expect(screen.getAllByRole('row')).toHaveLength(1 + ROUTE_TEMPLATES.length));
  });
});

describe('the builder', () => {
  it('puts a step after the open one, else before the seal; takes it out again', async () => {
    showPage('/routes/two-baths', answers);
    fireEvent.click(await screen.findByRole('button', { name: 'Pack' }));
    expect(titles().slice(-2)).toEqual(['Pack', 'Seal the record']);
    fireEvent.click(screen.getByRole('button', { name: /^1 ?Drip/ }));
    fireEvent.click(screen.getByRole('button', { name: 'Return the resin' }));
    expect(titles().slice(0, 2)).toEqual(['Drip', 'Return the resin']);
    fireEvent.click(screen.getByRole('button', { name: /^Remove Return the resin/ }));
    expect(titles()).not.toContain('Return the resin');
  });
  it('says what the rules say, and saves only what they allow', async () => {
    const { posted } = showPage('/routes/two-baths', {
      ...answers,
      '/api/routes': failure(409, { code: 'ROUTE_CHANGED', message: 'It was changed meanwhile.' }),
      '/api/routes/two-baths': { versions: [version()] },
    });
    fireEvent.click(await screen.findByRole('button', { name: /^Remove Look: matte\?/ }));
    const band = screen.getByRole('region', { name: 'Conclusion' });
    expect(band.textContent).toContain('before anyone has seen the parts matte');
    expect(screen.getByRole('button', { name: /Save as version 2/ }).hasAttribute('disabled')).toBe(true);
    fireEvent.click(screen.getByRole('button', { name: 'Take its steps' }));
    fireEvent.click(screen.getByRole('button', { name: /^6 ?Look: matte/ }));
    fireEvent.click(screen.getByRole('button', { name: 'Inspect' }));
    fireEvent.click(screen.getByRole('button', { name: /Save as version 2/ }));
    await waitFor(() =>
      expect(posted[0]).toMatchObject({
        path: '/api/routes',
        body: { routeId: 'two-baths', basedOn: 1, changeNote: 'steps changed' },
      }),
    );
    expect((posted[0]!.body.steps as { type: string }[])[6]).toEqual({ type: 'inspect' });
    // refused: everything is still there
    await waitFor(() =>
      expect(
        screen.getAllByRole('alert').some((alert) => alert.textContent!.includes('Your steps are still here')),
      ).toBe(true),
    );
    expect(titles()).toContain('Inspect');
  });
  it('sets times, media and air; empty leaves them to the models', async () => {
    showPage('/routes/two-baths', answers);
    fireEvent.click(await screen.findByRole('button', { name: /^3 ?Wash 1/ }));
    const time = screen.getByLabelText(/^Time/);
    fireEvent.change(time, { target: { value: '15:10' } });
    fireEvent.change(screen.getByLabelText('Judge it for'), { target: { value: 'grey' } });
    expect(screen.getByRole('list', { name: 'What the rules say' }).textContent).toContain(
      'may stay in solvent for 15:00',
    );
    fireEvent.change(time, { target: { value: 'long' } });
    expect(screen.getByLabelText('Time: like 4:30 or 270 s').getAttribute('aria-invalid')).toBe('true');
    fireEvent.change(screen.getByLabelText('Time: like 4:30 or 270 s'), { target: { value: '' } });
    expect(screen.getByText('Nothing speaks against this order.')).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: /^5 ?Blow off, dry/ }));
    fireEvent.change(screen.getByLabelText('Air'), { target: { value: 'warm' } });
    expect(screen.getByText(/Warm air near solvent vapour is a fire risk/)).toBeDefined();
    fireEvent.click(screen.getByRole('radio', { name: 'long' }));
    expect(screen.getByText(/Long light is not harmless/)).toBeDefined();
  });
});
