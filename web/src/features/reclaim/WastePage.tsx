import type { WasteList } from '@north-step/contract';
import { refusalText } from '@north-step/core/result';
import { WASTE_KINDS, type WasteContainer, type WasteKind, wasteKind } from '@north-step/core/waste';
import { useState } from 'react';
import { dayText } from '../../shell/useNow.ts';
import { Empty, Failed, HeadRow, Loading, NumberField, SelectField, Sheet, TextField } from '../../ui/index.ts';
import { SlimBand, SlimButton, useDo } from '../next/index.ts';
import { useWasteQuery } from './endpoints.ts';
import { kgText } from './words.ts';

/** Containers of waste: what is in them, hardened or not, and to whom they went. */
export function WastePage() {
  const { data, isError, refetch } = useWasteQuery();
  const [opening, setOpening] = useState(false);
  if (isError && !data) return <Failed what="the waste" onRetry={() => void refetch()} />;
  if (!data) return <Loading what="the waste" />;
  const soft = data.open.filter(({ grams, hardenedAtMs }) => grams > 0 && hardenedAtMs === undefined);
  return (
    <>
      <SlimBand
        say={
          soft.length === 0
            ? 'All waste is hardened.'
            : `${soft.map(({ name }) => name).join(', ')}: harden in light before it leaves.`
        }
        more="Nothing goes to a drain. What holds resin or solvent goes, hardened, to a licensed carrier; local codes decide."
        keys={<SlimButton label="Open a container …" onPress={() => setOpening(true)} />}
      />
      <div className="grid grid-cols-[minmax(0,1fr)_420px] max-lg:grid-cols-1">
        <section aria-label="Containers" className="border-r border-line px-[18px] py-3">
          <h2 className="text-lg font-bold">Here</h2>
          {data.open.length === 0 && <Empty>No container is open. Sludge of a run opens one by itself.</Empty>}
          <ul>
            {data.open.map((container) => (
              <Container key={container.id} container={container} />
            ))}
          </ul>
        </section>
        <Gone data={data} />
      </div>
      {opening && <OpenDialog onClose={() => setOpening(false)} />}
    </>
  );
}

/** Grams of a usual handful, so that nobody has to weigh a glove. */
const USUAL_G: Partial<Readonly<Record<WasteKind, number>>> = { wipes: 15, gloves: 10, filters: 20, clippings: 30 };

function Container({ container }: { readonly container: WasteContainer }) {
  const acts = useDo();
  const [what, setWhat] = useState<WasteKind>(container.kind === 'mixed' ? 'wipes' : container.kind);
  const [grams, setGrams] = useState<number | undefined>(USUAL_G[what]);
  const [leaving, setLeaving] = useState(false);
  const params = { containerId: container.id };
  const soft = container.grams > 0 && container.hardenedAtMs === undefined;
  return (
    <li className="border-b border-line py-3">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <b className="text-lg">{container.name}</b>
        <span className="text-ink-2">
          {wasteKind(container.kind).label}, opened {dayText(container.openedAtMs)}
        </span>
        <span className="font-mono">{kgText(container.grams)}</span>
        {container.grams > 0 && (
          <b className={soft ? 'text-brick' : ''}>
            {soft ? 'not hardened' : `hardened ${dayText(container.hardenedAtMs!)}`}
          </b>
        )}
      </div>
      <p className="text-sm text-ink-2">{contentsText(container)}</p>
      <div className="mt-2 flex flex-wrap items-end gap-2">
        <SelectField
          label="Put in"
          className="w-40"
          value={what}
          options={WASTE_KINDS.map((kind) => ({ value: kind, text: wasteKind(kind).label }))}
          onChange={(next) => {
            setWhat(next);
            setGrams(USUAL_G[next]);
          }}
        />
        <NumberField
          label="How much"
          of={container.name}
          unit="g"
          className="w-28"
          min={1}
          step={5}
          value={grams}
          onChange={setGrams}
        />
        <button
          type="button"
          className="btn"
          disabled={!grams}
          onClick={() => void acts.send('waste.add', params, { what, grams: grams! })}
        >
          Put in
        </button>
        <button
          type="button"
          className="btn"
          disabled={!soft}
          onClick={() => void acts.send('waste.harden', params, {})}
        >
          Hardened in light
        </button>
        <button type="button" className="btn" disabled={container.grams === 0} onClick={() => setLeaving(true)}>
          Hand over …
        </button>
        <a className="btn" href={`/api/waste/${encodeURIComponent(container.id)}/label.pdf`}>
          Label
        </a>
      </div>
      {leaving && <HandOverDialog container={container} onClose={() => setLeaving(false)} />}
    </li>
  );
}

function contentsText({ contents }: WasteContainer): string {
  const sums = new Map<WasteKind, number>();
  for (const { what, grams } of contents) sums.set(what, (sums.get(what) ?? 0) + grams);
  return [...sums].map(([what, grams]) => `${wasteKind(what).label} ${kgText(grams)}`).join(', ') || 'empty';
}

function HandOverDialog({ container, onClose }: { readonly container: WasteContainer; readonly onClose: () => void }) {
  const acts = useDo();
  const [carrier, setCarrier] = useState('');
  const [paper, setPaper] = useState('');
  const [grams, setGrams] = useState<number | undefined>(Math.round(container.grams));
  const [refusal, setRefusal] = useState<string>();
  const send = async () => {
    const answer = await acts.send(
      'waste.hand-over',
      { containerId: container.id },
      {
        carrier: carrier.trim(),
        ...(paper.trim() ? { paper: paper.trim() } : {}),
        ...(grams ? { grams } : {}),
      },
    );
    if (answer?.ok) onClose();
    else if (answer) setRefusal(refusalText(answer.error));
  };
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title={`Hand over ${container.name}`}>
      <form
        className="space-y-4"
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        <TextField label="Licensed carrier" needed longest={80} value={carrier} onChange={setCarrier} />
        <TextField label="Number of the paper that goes along" longest={80} value={paper} onChange={setPaper} />
        <NumberField label="By their scale" unit="g" min={1} value={grams} onChange={setGrams} />
        <p className="border-l-4 border-amber pl-3 text-sm">
          Only to a carrier who is licensed for it, closed and labelled. Keep the paper as long as your codes ask.
        </p>
        {refusal && (
          <p role="alert" className="border-l-4 border-brick pl-3">
            {refusal}
          </p>
        )}
        <button type="submit" className="btn btn-sea" disabled={carrier.trim() === ''}>
          Handed over
        </button>
      </form>
    </Sheet>
  );
}

function OpenDialog({ onClose }: { readonly onClose: () => void }) {
  const acts = useDo();
  const [kind, setKind] = useState<WasteKind>('mixed');
  const [name, setName] = useState('Bench bin');
  const [capacityL, setCapacity] = useState<number | undefined>(20);
  const [refusal, setRefusal] = useState<string>();
  const send = async () => {
    const answer = await acts.send('waste.open', {}, { kind, name: name.trim(), capacityL: capacityL! });
    if (answer?.ok) onClose();
    else if (answer) setRefusal(refusalText(answer.error));
  };
  return (
    <Sheet open onOpenChange={(open) => !open && onClose()} title="Open a container">
      <form
        className="space-y-4"
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        <SelectField
          label="For what"
          value={kind}
          options={WASTE_KINDS.map((one) => ({ value: one, text: `${wasteKind(one).label}: ${wasteKind(one).hint}` }))}
          onChange={setKind}
        />
        <TextField label="Its name" needed longest={40} value={name} onChange={setName} />
        <NumberField label="It holds" unit="L" min={0.1} max={1000} value={capacityL} onChange={setCapacity} />
        {refusal && (
          <p role="alert" className="border-l-4 border-brick pl-3">
            {refusal}
          </p>
        )}
        <button type="submit" className="btn btn-sea" disabled={name.trim() === '' || capacityL === undefined}>
          Open it
        </button>
      </form>
    </Sheet>
  );
}

/** The log of what was handed over, and what each year came to. */
function Gone({ data: { gone, years } }: { readonly data: WasteList }) {
  return (
    <section aria-label="Handed over" className="px-[18px] py-3">
      <h2 className="text-lg font-bold">
        Handed over{' '}
        <a className="ml-2 text-sm font-normal underline" href="/api/waste.csv">
          as CSV
        </a>
      </h2>
      {gone.length === 0 && <p className="text-ink-2">Nothing yet.</p>}
      <ul>
        {gone.map(({ id, name, handedOver }) => (
          <li key={id} className="border-b border-line py-1.5">
            <b>{name}</b>, <span className="font-mono">{kgText(handedOver!.grams)}</span>
            <span className="block text-sm text-ink-2">
              {dayText(handedOver!.atMs)} to {handedOver!.carrier}
              {handedOver!.paper && `, paper ${handedOver!.paper}`}, by {handedOver!.by}
            </span>
          </li>
        ))}
      </ul>
      {years.length > 0 && (
        <>
          <h2 className="mt-5 text-lg font-bold">By year</h2>
          <table className="table-plain mt-1 w-full">
            <HeadRow names={['', ...years.map(({ year }) => String(year))]} />
            <tbody>
              {WASTE_KINDS.filter((kind) => years.some(({ grams }) => grams[kind])).map((kind) => (
                <tr key={kind}>
                  <td>{wasteKind(kind).label}</td>
                  {years.map(({ year, grams }) => (
                    <td key={year} className="text-right font-mono">
                      {grams[kind] ? kgText(grams[kind]) : ''}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </section>
  );
}
