import { describe, expect, it } from 'vitest';
import { currentStep } from '../batch/index.ts';
import { STEP_TYPE_IDS, stepType } from '../route/index.ts';
import { play, testBatch } from '../testing/index.ts';
import { CAUTION_IDS, CAUTIONS, cautionsOf, FIRST_CARDS, isUncured } from './index.ts';

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
    ['wash-spray', 'mist'],
    ['blow', 'mist'],
    ['squirt', 'mist'],
    ['shake', 'mist'],
    ['cure', 'light'],
    ['oven', 'heat'],
    ['warm-dip', 'heat'],
    ['sand', 'dust'],
    ['glue', 'glue'],
    ['supports-off', 'clippings'],
  ] as const)('%s asks for what is worn against %s', (id, caution) => {
    expect(of(id as never)).toContain(caution);
  });
  it('hands on parts that no light has made safe are gloved, whatever the work; once they are good they need not be', () => {
    const work = ['hold-form', 'inspect', 'sand-bed', 'film', 'photograph', 'label', 'pack', 'turn-over'] as const;
    for (const type of work) {
      expect(cautionsOf({ kind: 'do', type }, true), type).toContain('resin');
      expect(cautionsOf({ kind: 'do', type }, false).filter((id) => id === 'resin').length, type).toBeLessThanOrEqual(
        1,
      );
    }
    expect(cautionsOf({ kind: 'do', type: 'label' }, false)).not.toContain('resin');
    const { batch } = play(testBatch(), (one) => currentStep(one)?.kind === 'look-cured');
    expect(isUncured(batch)).toBe(true);
    expect(isUncured(play(batch, (one) => currentStep(one)?.kind === 'seal').batch)).toBe(false);
  });
  it('before work begins: trays, lids, an extinguisher before heat, tools of their own for cured parts', () => {
    const ready = FIRST_CARDS.ready.steps.join(' ');
    for (const what of [/tray/, /Lids/, /daylight/, /sparks/, /Extinguisher/, /Two sets of tools/])
      expect(ready).toMatch(what);
    expect(CAUTIONS.heat.gear.join()).toContain('extinguisher');
    expect(CAUTIONS.resin.text).toContain('inside out');
    expect(CAUTIONS.heat.text).toContain('lid loose');
  });
  it('cards say what to do first, and that nothing goes down a drain', () => {
    for (const { steps } of Object.values(FIRST_CARDS)) expect(steps.length).toBeGreaterThan(2);
    expect(FIRST_CARDS.spill.steps.join(' ')).toContain('Nothing goes down a drain');
    expect(FIRST_CARDS.skin.steps.join(' ')).toContain('never solvent');
  });
});
