import { describe, expect, it } from 'vitest';
import { STEP_TYPE_IDS, stepType } from '../route/index.ts';
import { CAUTION_IDS, CAUTIONS, cautionsOf, FIRST_CARDS } from './index.ts';

const of = (id: (typeof STEP_TYPE_IDS)[number]) => cautionsOf({ ...stepType(id as never), type: id });

describe('cautions', () => {
  it('name gear and a reason, and never stand in for the data sheet', () => {
    for (const id of CAUTION_IDS) {
      expect(CAUTIONS[id].gear.length).toBeGreaterThan(0);
      expect(CAUTIONS[id].text.length).toBeGreaterThan(40);
    }
  });
  it('until a part is seen matte, gloves are asked for at every step that touches it', () => {
    const wet = STEP_TYPE_IDS.filter((id) =>
      ['drip', 'mop', 'off-plate', 'wash', 'rinse', 'dry', 'look-matte', 'warm-dip', 'trim', 'hand-over'].includes(
        stepType(id as never).kind,
      ),
    );
    expect(wet.length).toBeGreaterThan(12);
    for (const id of wet) expect([id, of(id)]).toEqual([id, expect.arrayContaining(['resin'])]);
  });
  it.each([
    ['wash-machine', 'solvent'],
    ['cure', 'light'],
    ['oven', 'heat'],
    ['warm-dip', 'heat'],
    ['sand', 'dust'],
    ['glue', 'glue'],
    ['supports-off', 'clippings'],
  ] as const)('%s asks for what is worn against %s', (id, caution) => {
    expect(of(id as never)).toContain(caution);
  });
  it('cards say what to do first, and that nothing goes down a drain', () => {
    for (const { steps } of Object.values(FIRST_CARDS)) expect(steps.length).toBeGreaterThan(2);
    expect(FIRST_CARDS.spill.steps.join(' ')).toContain('Nothing goes down a drain');
    expect(FIRST_CARDS.skin.steps.join(' ')).toContain('never solvent');
  });
});
