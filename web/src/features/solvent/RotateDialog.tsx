import type { Vessel } from '@north-step/contract';
import { linesOf } from '@north-step/core/bench';
import { litresText, parseVolumeMl } from '@north-step/core/units';
import { useState } from 'react';
import { LineSelect, PostingDialog, sourcesOf, VesselSelect, VolumeField } from './dialogParts.tsx';

/** Each bath of a line becomes the one before it, fresh fills the last, the first goes to the drum. */
export function RotateDialog({
  vessels,
  ofLine,
  onClose,
}: {
  readonly vessels: readonly Vessel[];
  /** the line that is looked at */
  readonly ofLine?: string | undefined;
  readonly onClose: () => void;
}) {
  const lines = linesOf(vessels).filter(({ baths, drum }) => drum && baths.length > 1);
  const [lineId, setLineId] = useState((lines.find(({ id }) => id === ofLine) ?? lines[0])?.id ?? '');
  const line = lines.find(({ id }) => id === lineId);
  const sources = sourcesOf(vessels).filter((vessel) => vessel.line?.id === lineId);
  const [fromId, setFromId] = useState(sources.find((vessel) => vessel.volumeMl >= 1)?.id ?? sources[0]?.id ?? '');
  const [volume, setVolume] = useState('4.6 L');
  const freshMl = parseVolumeMl(volume);
  const baths = line?.baths ?? [];
  const [first, last] = [baths[0], baths.at(-1)];
  return (
    <PostingDialog
      title="Rotate the baths"
      caution="Gloves, eye cover, extraction. Wipe the rims; keep the drum closed. Nothing goes down a drain."
      type="solvent.rotate"
      body={
        line && freshMl !== undefined && freshMl > 0 && fromId !== ''
          ? { freshMl, fromVesselId: fromId, lineId }
          : undefined
      }
      onClose={onClose}
    >
      <LineSelect lines={lines} value={lineId} onChange={setLineId} />
      <ol className="list-decimal space-y-1 pl-6">
        <li>
          Pour {first?.name} ({litresText(first?.volumeMl ?? 0)}) into the {line?.drum?.name.toLowerCase() ?? 'drum'}.
        </li>
        {baths.slice(1).map((bath, i) => (
          <li key={bath.id}>
            Pour {bath.name} ({litresText(bath.volumeMl)}) into {baths[i]?.name}.
          </li>
        ))}
        <li>Fill {last?.name} with fresh solvent.</li>
      </ol>
      <VesselSelect label="Fresh from" value={fromId} vessels={sources} onChange={setFromId} />
      <VolumeField label="How much fresh" value={volume} onChange={setVolume} />
    </PostingDialog>
  );
}
