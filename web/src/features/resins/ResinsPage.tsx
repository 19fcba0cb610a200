import type { Resin } from '@north-step/contract';
import type { BenchNow } from '@north-step/core/bench';
import { mainLamp, PLAIN_WALL_MM, wallWindow } from '@north-step/core/plan';
import { procedureTimes } from '@north-step/core/route';
import { clockText } from '@north-step/core/units';
import { useState } from 'react';
import { Link } from 'react-router';
import { WindowBar } from '../../glyphs/index.ts';
import { useBenchQuery, useResinsQuery } from '../../store/api.ts';
import { Failed, HeadRow, Loading } from '../../ui/index.ts';
import { SlimBand, SlimButton } from '../next/index.ts';
import { CardEditor } from './CardEditor.tsx';
import { CardForm } from './CardForm.tsx';

/** The cards in use, with the window each has in this shop's lamp on a 3 mm wall. */
export function ResinsPage() {
  const { data, isError, refetch } = useResinsQuery();
  const bench = useBenchQuery().data?.bench;
  const [open, setOpen] = useState<'new' | 'file'>();
  if (isError && !data) return <Failed what="the resins" onRetry={() => void refetch()} />;
  if (!data) return <Loading what="the resins" />;
  return (
    <>
      <SlimBand
        say={`${data.resins.length} resins in use`}
        keys={
          <>
            <SlimButton label="A new resin …" onPress={() => setOpen('new')} />
            <SlimButton label="Import a card …" onPress={() => setOpen('file')} />
          </>
        }
        more="Values are invented defaults to be calibrated, not measurements. The maker’s data sheet decides."
      />
      <table className="table-plain mx-[18px] my-2 w-[calc(100%-36px)]">
        <HeadRow
          names={[
            'resin',
            'family',
            'lots',
            'viscosity at 25 °C',
            'longest time in solvent',
            'residue allowed',
            `cure of ${PLAIN_WALL_MM} mm in this lamp`,
            'notes',
          ]}
        />
        <tbody>
          {data.resins.map(({ card, lots }) => (
            <tr key={card.id}>
              <td className="font-bold">
                <Link to={`/resins/${card.id}`} className="underline decoration-line underline-offset-4">
                  {card.name}
                </Link>{' '}
                <span className="font-normal text-ink-2">card {card.version}</span>
              </td>
              <td>{card.family}</td>
              <td>{lots.join(', ')}</td>
              <td className="font-mono whitespace-nowrap">{card.viscosityMPaS25} mPa·s</td>
              <td className="font-mono">{clockText(card.exposureCapS)}</td>
              <td className="font-mono whitespace-nowrap">{card.residueTolUm} µm</td>
              <td>{bench && <CardWindow card={card} bench={bench} />}</td>
              <td className="text-[13px] text-ink-2">{card.notes}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {open === 'file' && <CardEditor onClose={() => setOpen(undefined)} />}
      {open === 'new' && <CardForm taken={data.resins.map(({ card }) => card.id)} onClose={() => setOpen(undefined)} />}
    </>
  );
}

function CardWindow({ card, bench }: { readonly card: Resin['card']; readonly bench: BenchNow }) {
  if (card.procedure)
    return (
      <>
        exactly {clockText(procedureTimes(card).lightS)}: {card.procedure.reference}
      </>
    );
  const window = wallWindow(card, bench, mainLamp(bench));
  if (window.handleS === undefined) return <>not reached at {bench.roomC} °C: needs a warm chamber or an oven</>;
  return <WindowBar handleS={window.handleS} maxS={window.maxS} widthPx={170} heightPx={12} />;
}
