import { piecesText } from '@north-step/core/batch';
import { UNSAID_SKY } from '@north-step/core/light';
import { greenSheet, HOME_LIGHTS, type HomeCure, type HomeLight } from '@north-step/core/plan';
import { clockText } from '@north-step/core/units';
import { Link, useParams, useSearchParams } from 'react-router';
import { dayAndClock, monthText, useNow } from '../../shell/useNow.ts';
import { useBatchQuery, useBenchQuery, useRoomQuery } from '../../store/api.ts';
import { Failed, HeadRow, Loading, NumberField, SelectField } from '../../ui/index.ts';
import { useLampsQuery } from '../lamps/index.ts';
import { SlimBand } from '../next/index.ts';
import { HOME_WORDS, minutesText, rangeText } from './words.ts';

const HOUR_MS = 3_600_000;

/** One sheet for whoever gets the parts green: how to trim, in what light, for how long, and what keeps them safe. */
export function GreenSheetPage() {
  const { batchId = '' } = useParams();
  const [params, setParams] = useSearchParams();
  const theirs = theirsOf(params);
  const { currentData: data, isError, refetch } = useBatchQuery(batchId);
  const bench = useBenchQuery().data;
  const workshop = useRoomQuery().data?.room.workshop;
  const sky = useLampsQuery().data?.lamps.find((lamp) => lamp.sky)?.sky;
  // the sheet does not move while it is read
  const hourMs = Math.floor(useNow(HOUR_MS) / HOUR_MS) * HOUR_MS;
  if (isError && !data) return <Failed what="the batch" onRetry={() => void refetch()} />;
  if (!data || !bench) return <Loading what="the sheet" />;
  const { batch } = data;
  const { latDeg, lonDeg } = theirs.place ?? sky ?? UNSAID_SKY;
  const sheet = greenSheet(batch, bench.bench, { latDeg, lonDeg, atMs: hourMs });
  const month = monthText(hourMs);
  const where = `${month}, ${Math.abs(Math.round(latDeg))}° ${latDeg < 0 ? 'south' : 'north'}`;
  return (
    <>
      <SlimBand say={`${batch.name}: a sheet for green parts`} more="Print it and put it into the bag." />
      <article aria-label="Sheet for green parts" className="mx-auto max-w-[760px] px-[18px] py-4">
        <p className="mb-3 flex gap-4 print:hidden">
          <button type="button" className="btn btn-sea" onClick={() => window.print()}>
            Print
          </button>
          <Link className="btn" to={`/batches/${batch.id}`}>
            Back to the batch
          </Link>
        </p>
        <Theirs
          light={theirs.light}
          latDeg={latDeg}
          lonDeg={lonDeg}
          onChange={(next) =>
            setParams((now) => ({ ...Object.fromEntries(now), ...next }) as Record<string, string>, { replace: true })
          }
        />
        <h2 className="text-2xl font-bold">These parts are not cured yet</h2>
        <p className="text-ink-2">
          {piecesText(batch.part, batch.count)} · {batch.card.name}, lot {batch.lot} · {batch.name}
          {batch.customer && ` · for ${batch.customer}`} · {workshop ?? 'the workshop'}, {dayAndClock(hourMs)}
        </p>
        <Caution />
        {sheet.supportsOn ? <Trim dip={sheet.dip} /> : <p className="mt-3">Their supports are off.</p>}
        <Light
          cures={sheet.cures.filter(({ light }) => !theirs.light || light === theirs.light)}
          where={where}
          medium={sheet.medium}
        />
        <Sticky />
        <Keep />
      </article>
    </>
  );
}

type Theirs = { readonly light?: HomeLight; readonly place?: { readonly latDeg: number; readonly lonDeg: number } };
/** What the customer has said of their light and their place, as the address keeps it. */
function theirsOf(params: URLSearchParams): Theirs {
  const light = HOME_LIGHTS.find((one) => one === params.get('light'));
  const [latDeg, lonDeg] = ['lat', 'lon'].map((name) => Number.parseFloat(params.get(name) ?? ''));
  const known = Math.abs(latDeg!) <= 66 && Math.abs(lonDeg!) <= 180;
  return { ...(light && { light }), ...(known && { place: { latDeg: latDeg!, lonDeg: lonDeg! } }) };
}

type TheirsProps = {
  readonly light: HomeLight | undefined;
  readonly latDeg: number;
  readonly lonDeg: number;
  readonly onChange: (next: Readonly<Record<string, string>>) => void;
};
/** The light that the customer has, and where their sun stands: the sheet is worked out for that. */
function Theirs({ light, latDeg, lonDeg, onChange }: TheirsProps) {
  const place = { lat: String(latDeg), lon: String(lonDeg) };
  return (
    <div className="mb-4 grid grid-cols-3 gap-4 print:hidden">
      <SelectField
        label="Their light"
        value={light ?? ''}
        options={[
          { value: '', text: 'not said: all of them' },
          ...HOME_LIGHTS.map((value) => ({ value, text: HOME_WORDS[value][0] })),
        ]}
        onChange={(value) => onChange({ light: value })}
      />
      <NumberField
        label="Their latitude"
        unit="° north"
        value={latDeg}
        min={-66}
        max={66}
        onChange={(value) => value !== undefined && onChange({ ...place, lat: String(value) })}
      />
      <NumberField
        label="Their longitude"
        unit="° east"
        value={lonDeg}
        min={-180}
        max={180}
        onChange={(value) => value !== undefined && onChange({ ...place, lon: String(value) })}
      />
    </div>
  );
}

const Section = ({ title, children }: { readonly title: string; readonly children: React.ReactNode }) => (
  <section aria-label={title} className="mt-4">
    <h3 className="text-lg font-bold">{title}</h3>
    {children}
  </section>
);

const Caution = () => (
  <p className="mt-3 border-[1.5px] border-ink p-3">
    <b>Gloves and eye cover until they are cured.</b> Uncured resin irritates skin and can make it allergic for good.
    Wash skin with soap and water, not with alcohol; off clothes at once. Not near food or children. Dust and clippings
    are resin: cure them in light before they go into the bin. The data sheet of the resin and local rules come first.
  </p>
);

const Trim = ({ dip }: { readonly dip: { readonly tempC: number; readonly seconds: number } }) => (
  <Section title="1. Take the supports off first">
    <p>
      Cut with flush cutters a hair above the face, from the thick end to the tips; hold the part, not the support. They
      peel more easily after {clockText(dip.seconds)} in water at {dip.tempC} °C: thin features sag while warm, so lay
      them flat and let everything dry before any light.
    </p>
  </Section>
);

function Light({
  cures,
  where,
  medium,
}: {
  readonly cures: readonly HomeCure[];
  readonly where: string;
  readonly medium: string;
}) {
  return (
    <Section title="2. Cure them in the light you have">
      <p>
        Dry and clean first. Turn them over half-way, and every quarter of the time in the sun. Start at the short end,
        touch, add; stop once nothing sticks.
        {medium !== 'air' && ` This resin cures best under ${medium}: without it expect a sticky skin.`} Never look into
        a lamp.
      </p>
      <table className="table-plain mt-2 w-full">
        <HeadRow names={['your light', 'usual', 'from … to', 'while sticky, add']} />
        <tbody>
          {cures.map((cure) => {
            const [name, how] = HOME_WORDS[cure.light];
            return (
              <tr key={cure.light}>
                <td>
                  <b>{name}</b>
                  <span className="block text-[13px] text-ink-2">{how}</span>
                </td>
                <td className="font-mono whitespace-nowrap">{cure.minutes ? minutesText(cure.minutes.mid) : '–'}</td>
                <td className="font-mono whitespace-nowrap">{rangeText(cure)}</td>
                <td className="font-mono whitespace-nowrap">
                  {cure.addMin === undefined ? '–' : minutesText(cure.addMin)}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="mt-1 text-[13px] text-ink-2">
        Sun for {where}, from a dull to a bright day. Lamps differ by a factor of four; the ranges hold that, and how
        well this resin is known.
      </p>
    </Section>
  );
}

const Sticky = () => (
  <Section title="3. What you will see">
    <ul className="list-disc pl-5">
      <li>Sticky: uncured resin is still there. Add light as the table says, and keep the gloves on.</li>
      <li>
        Sticky still past the long end: oxygen or a film of resin. Wipe once with alcohol on a cloth, outdoors, let it
        dry, then light it under water in a clear bowl.
      </li>
      <li>Soft below: that side lay in the dark. Turn it over.</li>
      <li>Yellow or brittle: too much light. It does not go back; take less for the next one.</li>
    </ul>
  </Section>
);

const Keep = () => (
  <Section title="4. Until then">
    <p>
      Keep the bag closed and dark, away from the heater, not frozen. In the dark supports clip easily for about two
      weeks and light does as the table says for about six; in daylight both are over within days.
    </p>
  </Section>
);
