import type { ErrorReply, LampView, PairsReply } from '@north-step/contract';
import type { BenchNow } from '@north-step/core/bench';
import { type CureSetting, cureWindow } from '@north-step/core/cure';
import { cureConstantsOf, type ResinCard } from '@north-step/core/resin';
import { clockRange, clockText, plainNumber } from '@north-step/core/units';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { dayAndClock, useNow } from '../../shell/useNow.ts';
import { useBenchQuery, useResinsQuery } from '../../store/api.ts';
import { Choice, Failed, Loading, SelectField } from '../../ui/index.ts';
import { useLampsQuery, usePairsQuery } from '../lamps/index.ts';
import { SlimBand, SlimButton, useDo } from '../next/index.ts';
import { CouponRow, FitWords } from './Ladder.tsx';
import { useFit, useLadder } from './useLadder.ts';

const COUPON_MM = 3;

/** One coupon alone under a lamp: even light, nothing learned yet but what the card says. */
const couponSetting = (card: ResinCard, bench: BenchNow, { lamp, now }: LampView): CureSetting => ({
  constants: cureConstantsOf(card),
  wallMm: COUPON_MM,
  coldMWPerCm2: Math.max(0.01, now.mWPerCm2),
  hotMWPerCm2: Math.max(0.01, now.mWPerCm2),
  medium: card.cureMedium,
  tempC: bench.roomC,
  lampHeatsK: lamp.heatsK,
});

/** Eight coupons of one resin under one lamp, taken out one after another: the pair's own window with its range. */
export function CouponsPage() {
  const [params, setParams] = useSearchParams();
  const resins = useResinsQuery();
  const lamps = useLampsQuery();
  const bench = useBenchQuery().data;
  const pairs = usePairsQuery().data;
  const sources = lamps.data?.lamps.filter(({ lamp }) => lamp.groups.length > 0) ?? [];
  const learnable = resins.data?.resins.filter(({ card }) => !card.procedure) ?? [];
  const resin = learnable.find(({ card }) => card.id === params.get('card')) ?? learnable[0];
  const lamp = sources.find(({ stationId }) => stationId === params.get('lamp')) ?? sources[0];
  const [lot, setLot] = useState<string>();
  const [refusal, setRefusal] = useState<ErrorReply['error']>();
  const acts = useDo();
  const nowMs = useNow(500);
  const setting = useMemo(
    () => (resin && lamp && bench ? couponSetting(resin.card, bench.bench, lamp) : undefined),
    [resin, lamp, bench],
  );
  const expected = useMemo(() => setting && cureWindow(setting), [setting]);
  const ladder = useLadder(`${resin?.card.id} ${lamp?.stationId}`, expected?.handleS);
  const fit = useFit(setting, ladder.draft.coupons);
  if (lamps.isError && !lamps.data) return <Failed what="the lamps" onRetry={() => void lamps.refetch()} />;
  if (!resin || !lamp || !setting) return <Loading what="resins and lamps" />;
  const { draft } = ladder;
  const elapsedS = draft.startedAtMs === undefined ? undefined : (nowMs - draft.startedAtMs) / 1000;
  const next = draft.coupons.findIndex(({ result }) => !result);
  const answered = draft.coupons.filter(({ result }) => result).length;
  const choose = (name: 'card' | 'lamp', value: string) =>
    setParams({ card: resin.card.id, lamp: lamp.stationId, [name]: value }, { replace: true });
  const save = async () => {
    setRefusal(undefined);
    const answer = await acts.send(
      'coupon.ladder',
      {},
      {
        stationId: lamp.stationId,
        cardId: resin.card.id,
        lot: lot ?? resin.lots[0] ?? 'unknown',
        medium: resin.card.cureMedium,
        outcomes: draft.coupons.flatMap(({ seconds, result, shoreD }) =>
          result ? [{ seconds, result, ...(shoreD ? { shoreD } : {}) }] : [],
        ),
      },
    );
    if (answer?.ok) ladder.clear();
    else if (answer) setRefusal(answer.error);
  };
  return (
    <>
      <SlimBand
        say={bandWords(draft.startedAtMs, next, draft.coupons[next]?.seconds, elapsedS)}
        more={`${resin.card.name} under ${lamp.name}, ${plainNumber(lamp.now.mWPerCm2)} mW/cm², in ${resin.card.cureMedium}`}
        keys={
          <>
            {draft.startedAtMs === undefined && (
              <SlimButton label="All eight are in: start" onPress={() => ladder.start(nowMs)} />
            )}
            {answered >= 3 && <SlimButton label={`Keep this ladder of ${answered}`} onPress={() => void save()} />}
            <SlimButton label="Print the sheet" onPress={() => window.print()} />
          </>
        }
      />
      <div className="grid grid-cols-[250px_minmax(0,1fr)_360px] max-lg:grid-cols-1">
        <Tried
          choices={{ resins: learnable.map(({ card }) => card), lots: resin.lots, lamps: sources }}
          chosen={{ cardId: resin.card.id, lot: lot ?? resin.lots[0], stationId: lamp.stationId }}
          onCard={(value) => choose('card', value)}
          onLot={setLot}
          onLamp={(value) => choose('lamp', value)}
        />
        <TheLadder ladder={ladder} next={next} refusal={refusal} />
        <section aria-label="What it says" className="px-[18px] py-3 print:hidden">
          <h2 className="text-lg font-bold">What it says</h2>
          {fit && <FitWords fit={fit} answered={answered} />}
          <KnownOfPair pairs={pairs} cardId={resin.card.id} stationId={lamp.stationId} />
        </section>
      </div>
    </>
  );
}

type TheLadderProps = {
  readonly ladder: ReturnType<typeof useLadder>;
  /** the coupon to be looked at, from 0; below 0 when all are */
  readonly next: number;
  readonly refusal: ErrorReply['error'] | undefined;
};
function TheLadder({ ladder: { draft, answer, clear }, next, refusal }: TheLadderProps) {
  const begun = draft.startedAtMs !== undefined || draft.coupons.some(({ result }) => result);
  return (
    <section aria-label="Coupons" className="border-r border-line px-[18px] py-3">
      <h2 className="text-lg font-bold">The ladder</h2>
      <ol>
        {draft.coupons.map((coupon, index) => (
          <CouponRow
            key={coupon.seconds}
            number={index + 1}
            coupon={coupon}
            now={index === next}
            onAnswer={(over) => answer(index, over)}
          />
        ))}
      </ol>
      {refusal && (
        <p role="alert" className="mt-2 border-l-4 border-brick pl-3">
          {refusal.message} {refusal.remedy} Your answers are still here.
        </p>
      )}
      {begun && (
        <button type="button" className="btn mt-2 print:hidden" onClick={clear}>
          Begin anew
        </button>
      )}
    </section>
  );
}

function bandWords(
  startedAtMs: number | undefined,
  next: number,
  dueS: number | undefined,
  elapsedS: number | undefined,
): string {
  if (next < 0) return 'All eight are judged: keep the ladder.';
  if (startedAtMs === undefined || elapsedS === undefined) return 'Put all eight coupons in, then start.';
  const leftS = dueS! - elapsedS;
  return leftS > 0
    ? `Coupon ${next + 1} comes out in ${clockText(Math.ceil(leftS))}.`
    : `Take coupon ${next + 1} out now: touch it, tilt it.`;
}

type TriedProps = {
  readonly choices: {
    readonly resins: readonly ResinCard[];
    readonly lots: readonly string[];
    readonly lamps: readonly LampView[];
  };
  readonly chosen: { readonly cardId: string; readonly lot: string | undefined; readonly stationId: string };
  readonly onCard: (cardId: string) => void;
  readonly onLot: (lot: string) => void;
  readonly onLamp: (stationId: string) => void;
};

function Tried({ choices, chosen, onCard, onLot, onLamp }: TriedProps) {
  return (
    <section aria-label="What is tried" className="border-r border-line px-[18px] py-3 print:hidden">
      <SelectField
        label="Resin"
        value={chosen.cardId}
        options={choices.resins.map(({ id, name }) => ({ value: id, text: name }))}
        onChange={onCard}
      />
      <SelectField label="Lot" className="mt-2" value={chosen.lot} options={choices.lots} onChange={onLot} />
      <h3 className="mt-3 mb-1 font-bold">Lamp</h3>
      <Choice
        label="Lamp"
        value={chosen.stationId}
        options={choices.lamps.map(({ stationId, name }) => ({ value: stationId, text: name }))}
        onChange={onLamp}
      />
      <p className="mt-3 text-[13px] text-ink-2">
        Print eight coupons {COUPON_MM} mm thick, wash and dry them as parts. All go in at once; each comes out at its
        time, is touched and tilted beside a white reference. Gloves on: a tacky coupon is uncured resin.
      </p>
    </section>
  );
}

/** What is known of a resin under a lamp by now, and the ladders it was learned from. */
function KnownOfPair({
  pairs,
  cardId,
  stationId,
}: {
  readonly pairs: PairsReply | undefined;
  readonly cardId: string;
  readonly stationId: string;
}) {
  const of = (row: { readonly cardId: string; readonly stationId: string }) =>
    row.cardId === cardId && row.stationId === stationId;
  const pair = pairs?.pairs.find(of);
  return (
    <>
      {pair && (
        <>
          <h2 className="mt-4 text-lg font-bold">In use now</h2>
          <p className="text-sm">
            A coupon {COUPON_MM} mm thick is tack-free after {clockText(pair.handleS)} ({clockRange(pair.handleRange90)}
            ){pair.maxS !== undefined && `, over after ${clockText(pair.maxS)}`}, from {pair.coupons} coupons and{' '}
            {pair.looks} looks. A part takes longer where its walls are thicker or its light is uneven.
          </p>
          {pair.drift && <p className="mt-1 border-l-4 border-brick pl-2 text-sm">{pair.drift}</p>}
        </>
      )}
      <h2 className="mt-4 text-lg font-bold">Earlier ladders</h2>
      <ul className="text-sm">
        {(pairs?.ladders ?? []).filter(of).map(({ id, atMs, by, outcomes }) => (
          <li key={id} className="border-b border-line py-1">
            {dayAndClock(atMs)}, {by}:{' '}
            {outcomes.map(({ seconds, result }) => `${clockText(seconds)} ${result}`).join(', ')}
          </li>
        ))}
      </ul>
    </>
  );
}
