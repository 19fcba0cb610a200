import type { Vessel } from '@north-step/contract';
import { linesOf } from '@north-step/core/bench';
import { litresText, parseVolumeMl } from '@north-step/core/units';
import { useState } from 'react';
import { byRole, PostingDialog, sourcesOf, VesselSelect, VolumeField } from './dialogParts.tsx';

/** A bath is emptied, into the drum or away, and filled anew. */
export function RefillDialog({
  vessels,
  bath,
  onClose,
}: {
  readonly vessels: readonly Vessel[];
  readonly bath: Vessel;
  readonly onClose: () => void;
}) {
  const sources = sourcesOf(vessels);
  const drums = vessels.filter((vessel) => vessel.kind === 'drum' || vessel.kind === 'jar' || vessel.kind === 'pan');
  const fitting = drums.find(
    (vessel) => vessel.solvent === bath.solvent && vessel.capacityMl - vessel.volumeMl >= bath.volumeMl,
  );
  const [toId, setToId] = useState(
    (fitting ?? linesOf(vessels).find(({ id }) => id === bath.line?.id)?.drum ?? byRole(vessels, 'drum'))?.id ?? '',
  );
  const [fromId, setFromId] = useState(
    sources.find((vessel) => vessel.volumeMl >= 1 && vessel.solvent === bath.solvent)?.id ?? '',
  );
  const [volume, setVolume] = useState(litresText(bath.capacityMl * 0.92));
  const volumeMl = parseVolumeMl(volume);
  return (
    <PostingDialog
      title={`Retire what is in ${bath.name}`}
      caution="Gloves, eye cover, extraction; keep the drum closed. Nothing goes down a drain, water that washed resin neither."
      type="solvent.refill"
      body={
        fromId === '' || (volumeMl ?? 0) > 0
          ? {
              vesselId: bath.id,
              ...(toId === '' ? {} : { toVesselId: toId }),
              ...(fromId === '' ? {} : { fromVesselId: fromId, volumeMl }),
            }
          : undefined
      }
      onClose={onClose}
    >
      <p>
        {bath.name} holds {litresText(bath.volumeMl)}. Pour it out, wipe the bath, then fill it.
      </p>
      <VesselSelect
        label="Old liquid into"
        value={toId}
        vessels={drums}
        onChange={setToId}
        extra="handed to a treatment works"
      />
      <VesselSelect
        label="Fill again from"
        value={fromId}
        vessels={sources}
        onChange={setFromId}
        extra="leave it empty"
      />
      {fromId !== '' && <VolumeField label="How much" value={volume} onChange={setVolume} />}
    </PostingDialog>
  );
}
