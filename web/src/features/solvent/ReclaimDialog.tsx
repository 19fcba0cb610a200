import type { Vessel } from '@north-step/contract';
import { linesOf } from '@north-step/core/bench';
import { hardenFilterPasses } from '@north-step/core/reclaim';
import { litresText, parseVolumeMl, plainNumber } from '@north-step/core/units';
import { useState } from 'react';
import { HeadRow, Stepper } from '../../ui/index.ts';
import { LineSelect, PostingDialog, VolumeField } from './dialogParts.tsx';

/** One harden-and-filter run, with what the model expects of one to four passes. */
export function ReclaimDialog({
  vessels,
  onClose,
}: {
  readonly vessels: readonly Vessel[];
  readonly onClose: () => void;
}) {
  const lines = linesOf(vessels).filter((one) => one.drum && one.reclaimed);
  const [lineId, setLineId] = useState(lines[0]?.id ?? '');
  const drum = lines.find(({ id }) => id === lineId)?.drum;
  const massG = (drum?.solventG ?? 0) + (drum?.waterG ?? 0) + (drum?.resinG ?? 0);
  const [volume, setVolume] = useState(drum ? litresText(Math.max(0, drum.volumeMl - 1)) : '0 L');
  const [back, setBack] = useState('');
  const amountMl = parseVolumeMl(volume);
  const liquidG = drum && amountMl && drum.volumeMl > 0 ? (massG * amountMl) / drum.volumeMl : 0;
  const model = liquidG >= 1 && drum ? hardenFilterPasses(liquidG, drum.loadPctW) : undefined;
  const [passes, setPasses] = useState<number>();
  const chosen = passes ?? model?.best ?? 2;
  const backMl = back.trim() === '' ? undefined : parseVolumeMl(back);
  return (
    <PostingDialog
      title="Harden and filter"
      caution="Outdoors or under extraction, in sun or UV, lid on, away from flames. Draw off slowly, filter through doubled papers. The sludge goes, hardened, to a hazardous-waste site. Local codes decide whether it may be done at all."
      type="solvent.reclaim"
      body={
        drum !== undefined &&
        model !== undefined &&
        amountMl !== undefined &&
        (back.trim() === '' || backMl !== undefined)
          ? { amountMl, passes: chosen, lineId, ...(backMl === undefined ? {} : { backMl }) }
          : undefined
      }
      onClose={onClose}
    >
      <LineSelect lines={lines} value={lineId} onChange={setLineId} />
      <p>
        The {drum?.name.toLowerCase()} holds {litresText(drum?.volumeMl ?? 0)} at {plainNumber(drum?.loadPctW ?? 0)} %
        resin.
      </p>
      <VolumeField label="How much of it" value={volume} onChange={setVolume} />
      <div>
        <span className="label">Passes</span>
        <Stepper label="Passes" value={chosen} min={1} max={4} onChange={setPasses} />
      </div>
      {model && (
        <table className="table-plain w-full">
          <HeadRow names={['passes', 'comes back', 'still holds', '']} />
          <tbody>
            {model.passes.map((pass, index) => (
              <tr key={index} className={index + 1 === chosen ? 'font-bold' : ''}>
                <td>{index + 1}</td>
                <td className="font-mono">
                  {plainNumber(pass.yield * 100)} % ({litresText((amountMl ?? 0) * pass.yield)})
                </td>
                <td className="font-mono">{plainNumber(pass.loadPctW)} %</td>
                <td>{index + 1 === model.best ? 'worth most' : ''}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <VolumeField label="Measured back (leave empty to book what the model expects)" value={back} onChange={setBack} />
    </PostingDialog>
  );
}
