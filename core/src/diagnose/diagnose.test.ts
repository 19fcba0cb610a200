import { describe, expect, it } from 'vitest';
import { currentStep, type Step } from '../batch/index.ts';
import { FAULTS, type Facts, type Fault } from '../look/index.ts';
import { play, testBatch, testBench } from '../testing/index.ts';
import { diagnose, factsOf, verdict } from './index.ts';

/** A batch of which everything was done as planned. */
const good: Facts = {
  unlit: false,
  residueShare: 0.6,
  bathLoadPctW: 1.2,
  restShare: 1.3,
  lightShare: 1.3,
  overShare: 0.4,
  rateDoubt: 0.2,
  doseDoubt: 0.3,
  evenness: 0.7,
  neverLitPct: 0,
  turned: true,
  soakShare: 0.3,
  hazed: false,
  watery: false,
  slender: 10,
  unheld: true,
  gritty: false,
  clingShare: 0.3,
  ultrasonicShare: 0,
  brushed: false,
  clippings: false,
  openH: 0.5,
  trimmed: 'green',
};
const first = (fault: Fault, over: Partial<Facts>) => diagnose(fault, { ...good, ...over })[0]!;

describe('a diagnosis', () => {
  it.each<[string, Fault, Partial<Facts>, string, string]>([
    ['a dirty bath', 'tacky', { residueShare: 3, bathLoadPctW: 6 }, 'wash', 'wash'],
    ['a short cure', 'tacky', { lightShare: 0.7 }, 'light', 'light'],
    ['a dark hollow', 'tacky', { neverLitPct: 8 }, 'shadow', 'light'],
    ['all as planned, in air', 'tacky', { residueShare: 0.3, evenness: 0.95 }, 'air', 'light'],
    ['a short rest', 'white marks', { restShare: 0.4 }, 'wet', 'rest'],
    ['a hazing liquid', 'white marks', { restShare: 2, hazed: true }, 'haze', 'none'],
    ['long light', 'tinted', { overShare: 1.4 }, 'over', 'none'],
    ['a night in solvent', 'cracked', { soakShare: 90, restShare: 2 }, 'soak', 'rest'],
    ['a long thin plate', 'warped', { slender: 70 }, 'unheld', 'none'],
    ['never turned', 'soft underside', { evenness: 0.1, turned: false, lightShare: 1.6 }, 'shadow', 'turn'],
    ['a filled resin, not rinsed', 'grit', { gritty: true }, 'grit', 'rinse'],
    ['a loaded bath', 'grey film', { clingShare: 2.4, bathLoadPctW: 7 }, 'bath', 'wash'],
    ['a night in solvent', 'swollen', { soakShare: 40 }, 'soak', 'rest'],
    ['resin pooled in it', 'detail lost', { residueShare: 3 }, 'wash', 'wash'],
    ['shaken for too long', 'detail lost', { residueShare: 0.4, ultrasonicShare: 4 }, 'rubbed', 'none'],
    ['clippings left on', 'dust', { clippings: true }, 'clippings', 'brush'],
    ['a night in the open', 'dust', { openH: 14 }, 'dusty', 'brush'],
    ['cut once it was hard', 'scar', { trimmed: 'hard' }, 'trim', 'fill'],
    ['half of the light', 'colour unchanged', { lightShare: 0.5 }, 'light', 'light'],
    ['resin left, to be painted', 'sticky trace', { residueShare: 3, lightShare: 2 }, 'wash', 'wash'],
    ['resin left', 'shine', { residueShare: 4 }, 'wash', 'wash'],
  ])('%s: %s', (_, fault, over, cause, remedy) => {
    expect(first(fault, over)).toMatchObject({ id: cause, remedy });
  });
  it('a dark side is told by its map: coldest against hottest, and what lies in hollows', () => {
    const why = (over: Partial<Facts>) =>
      diagnose('soft underside', { ...good, evenness: 0.2, ...over }).find(({ id }) => id === 'shadow')!.why;
    expect(why({})).toBe('Its coldest spot gets 20 % of the hottest.');
    expect(why({ neverLitPct: 8 })).toBe('Its coldest spot gets 20 % of the hottest, and 8.0 % lies in hollows.');
  });
  it('before any light, none is lacking: tack is the wash, the rest or the air of the room', () => {
    const causes = diagnose('tacky', {
      ...good,
      unlit: true,
      residueShare: 1.4,
      lightShare: 0,
      evenness: undefined,
      turned: false,
    });
    expect(causes.map(({ id }) => id)).toEqual(expect.arrayContaining(['wash', 'wet', 'other']));
    expect(causes.filter(({ remedy }) => remedy === 'light' || remedy === 'turn')).toEqual([]);
    expect(causes[0]!.id).toBe('wash');
    const { batch } = play(testBatch(), (b) => currentStep(b)?.kind === 'look-matte');
    expect(factsOf(batch, testBench, 3_600_000).unlit).toBe(true);
  });
  it('“it is the bath, not the lamp” when the figures say so, and says how sure', () => {
    const causes = diagnose('tacky', { ...good, residueShare: 4, bathLoadPctW: 7, lightShare: 1.5 });
    expect(verdict(causes)).toMatch(/^It is the wash: (7|8|9)\d %\.$/);
    expect(causes[0]!.why).toContain('4.0 times the resin its card allows; its bath was at 7.0 %');
  });
  it('names two when neither stands out', () => {
    expect(verdict(diagnose('tacky', { ...good, residueShare: 2.2, lightShare: 0.75 }))).toMatch(/; or /);
  });
  it('shares add up to one, and what is made worse gains', () => {
    for (const fault of FAULTS) {
      const causes = diagnose(fault, good);
      expect(causes.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
    }
    const shareOf = (residueShare: number) =>
      diagnose('tacky', { ...good, residueShare }).find(({ id }) => id === 'wash')!.share;
    expect(shareOf(3)).toBeGreaterThan(shareOf(1.5));
    expect(shareOf(1.5)).toBeGreaterThan(shareOf(0.7));
  });
  it('takes its figures from what the batch wrote down', () => {
    const { batch, atMs } = play(testBatch(), (b) => currentStep(b)?.kind === 'look-cured');
    const told = (over: (step: Step) => Partial<Step>) => ({
      ...batch,
      steps: batch.steps.map((step) => ({ ...step, ...over(step) })),
    });
    // its card allows 0.8 µm
    const lit = (step: Step, factor: number) => ({
      knew: { litS: (factor * (step.endedAtMs! - step.startedAtMs!)) / 1000 },
    });
    const isCure = ({ kind, state }: Step) => kind === 'cure' && state === 'done';
    const dirty = told((step) =>
      step.kind === 'wash' ? { knew: { residueUm: 3.2, loadPctW: 6.5 } } : isCure(step) ? lit(step, 2.2) : {},
    );
    const facts = factsOf(dirty, testBench, atMs);
    expect(facts.residueShare).toBeCloseTo(4, 9);
    expect(facts.bathLoadPctW).toBe(6.5);
    expect(facts.restShare).toBeGreaterThan(0.9);
    expect(diagnose('tacky', facts)[0]!.id).toBe('wash');
    // half of the light
    const short = told((step) => (isCure(step) ? lit(step, 0.5) : {}));
    expect(diagnose('tacky', factsOf(short, testBench, atMs))[0]!.id).toBe('light');
  });
});
