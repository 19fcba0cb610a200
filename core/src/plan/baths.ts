import type { BathNow, BenchNow } from '../bench/index.ts';
import { bathInLine, liquidOfLine } from '../bench/index.ts';
import type { ResinCard } from '../resin/index.ts';
import { refuse } from '../result/index.ts';
import { ultrasonicCapS } from '../route/index.ts';
import type { Agitation, WashRefusal, WashStage } from '../wash/index.ts';

/** Stands where a bench has no bath: nothing is washed in it. */
const NO_BATH: BathNow = {
  name: 'No bath',
  loadPctW: 0,
  strengthPctW: 100,
  agitation: 'still',
  solvent: 'isopropanol',
};

/** The last bath of the line that parts of this resin are washed in: what is clean when no bath is named. */
export function cleanBath(bench: BenchNow, card?: Pick<ResinCard, 'solvents'>): BathNow {
  const lines = bench.lines.map((line) => ({ line, solvent: liquidOfLine(line, bench.baths) }));
  const { line } = lines.find(({ solvent }) => solvent && card?.solvents.includes(solvent)) ?? lines[0] ?? {};
  const station = line && bathInLine(line, 'last');
  return (station === undefined ? undefined : bench.baths[station]) ?? Object.values(bench.baths)[0] ?? NO_BATH;
}

/** The bath that stands at a station, moved as the step says. */
export function bathAt(station: string, bench: BenchNow, agitation?: Agitation): BathNow {
  const bath = bench.baths[station] ?? cleanBath(bench);
  return agitation ? { ...bath, agitation } : bath;
}
export const stageOf = (bath: BathNow, card?: ResinCard): WashStage => ({
  agitation: bath.agitation,
  loadPctW: bath.loadPctW,
  solvent: bath.solvent,
  capS: bath.agitation === 'ultrasonic' ? ultrasonicCapS(card) : undefined,
});

/** A bath of a liquid that the card does not allow washes nothing. */
export function wrongSolvent(
  card: ResinCard,
  baths: readonly BathNow[],
): { ok: false; refusal: WashRefusal } | undefined {
  const bath = baths.find(({ solvent }) => !card.solvents.includes(solvent));
  if (!bath) return undefined;
  return refuse({
    code: 'WRONG_SOLVENT',
    message: `${bath.name} holds ${bath.solvent}; the card of ${card.name} allows only ${card.solvents.join(' or ')}.`,
    remedy: 'Fill the bath with a liquid that the card allows, or take another route.',
    residueUm: 0,
    limitsPctW: [],
  });
}
