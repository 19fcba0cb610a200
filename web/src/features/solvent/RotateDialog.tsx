import type { Vessel } from '@north-step/contract';
import { litresText, parseVolumeMl } from '@north-step/core/units';
import { useState } from 'react';
import { byRole, PostingDialog, VesselSelect, VolumeField } from './dialogParts.tsx';

/** Second becomes first, fresh fills the second, the first goes to the drum. */
export function RotateDialog({
  vessels,
  onClose,
}: {
  readonly vessels: readonly Vessel[];
  readonly onClose: () => void;
}) {
  const sources = vessels.filter((vessel) => vessel.role === 'fresh' || vessel.role === 'reclaimed');
  const [fromId, setFromId] = useState(sources.find((vessel) => vessel.volumeMl >= 1)?.id ?? sources[0]?.id ?? '');
  const [volume, setVolume] = useState('4.6 L');
  const freshMl = parseVolumeMl(volume);
  const [first, clean, drum] = [byRole(vessels, 'first'), byRole(vessels, 'clean'), byRole(vessels, 'drum')];
  return (
    <PostingDialog
      title="Rotate the baths"
      caution="Gloves, eye cover, extraction. Wipe the rims; keep the drum closed. Nothing goes down a drain."
      type="solvent.rotate"
      body={freshMl !== undefined && freshMl > 0 && fromId !== '' ? { freshMl, fromVesselId: fromId } : undefined}
      onClose={onClose}
    >
      <ol className="list-decimal space-y-1 pl-6">
        <li>
          Pour {first?.name} ({litresText(first?.volumeMl ?? 0)}) into the {drum?.name.toLowerCase()}.
        </li>
        <li>
          Pour {clean?.name} ({litresText(clean?.volumeMl ?? 0)}) into {first?.name}.
        </li>
        <li>Fill {clean?.name} with fresh solvent.</li>
      </ol>
      <VesselSelect label="Fresh from" value={fromId} vessels={sources} onChange={setFromId} />
      <VolumeField label="How much fresh" value={volume} onChange={setVolume} />
    </PostingDialog>
  );
}
