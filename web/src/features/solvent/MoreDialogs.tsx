import type { Vessel } from '@north-step/contract';
import { VESSEL_KINDS, type VesselKind } from '@north-step/core/bench';
import { litresText, parseVolumeMl, plainNumber } from '@north-step/core/units';
import type { Solvent } from '@north-step/core/wash';
import { useState } from 'react';
import { Choice, TextField } from '../../ui/index.ts';
import { PostingDialog, SolventSelect, VesselSelect, VolumeField } from './dialogParts.tsx';

type Props = {
  readonly vessels: readonly Vessel[];
  readonly vesselId?: string | undefined;
  readonly onClose: () => void;
};

const OUT = [
  { value: 'spilled', text: 'Spilled' },
  { value: 'disposed', text: 'Handed to a treatment works' },
] as const;

/** Liquid that left for good. */
export function DiscardDialog({ vessels, vesselId, onClose }: Props) {
  const full = vessels.filter((vessel) => vessel.volumeMl >= 1);
  const [id, setId] = useState(vesselId ?? full[0]?.id ?? '');
  const [to, setTo] = useState<'spilled' | 'disposed'>('spilled');
  const [volume, setVolume] = useState('');
  const volumeMl = parseVolumeMl(volume);
  return (
    <PostingDialog
      title="Spilled or disposed"
      caution="Spill: no sparks, open the windows, soak it up with what is meant for it, bag it. Disposal: closed containers, labelled; local codes decide where it goes."
      type="solvent.discard"
      body={id !== '' && volumeMl !== undefined && volumeMl > 0 ? { vesselId: id, volumeMl, to } : undefined}
      onClose={onClose}
    >
      <VesselSelect label="From" value={id} vessels={full} onChange={setId} />
      <Choice label="What happened" value={to} options={OUT} onChange={setTo} />
      <VolumeField label="How much" value={volume} onChange={setVolume} />
    </PostingDialog>
  );
}

/** What was found in a vessel: the difference goes to unaccounted. */
export function CountDialog({ vessels, vesselId, onClose }: Props) {
  const [id, setId] = useState(vesselId ?? vessels[0]?.id ?? '');
  const [volume, setVolume] = useState('');
  const vessel = vessels.find((one) => one.id === id);
  const volumeMl = parseVolumeMl(volume);
  return (
    <PostingDialog
      title="Count a vessel"
      caution="Read the mark with the vessel level, lid off for as short as possible."
      type="solvent.count"
      body={id !== '' && volumeMl !== undefined ? { vesselId: id, volumeMl } : undefined}
      onClose={onClose}
    >
      <VesselSelect label="Vessel" value={id} vessels={vessels} onChange={setId} />
      <VolumeField label="Found in it" value={volume} onChange={setVolume} />
      {vessel && volumeMl !== undefined && (
        <p>
          The book has {litresText(vessel.volumeMl)}: {differenceText(volumeMl - vessel.volumeMl)} goes to{' '}
          <b>unaccounted</b>.
        </p>
      )}
    </PostingDialog>
  );
}
const differenceText = (ml: number): string => `${plainNumber(Math.abs(ml), 3)} mL ${ml < 0 ? 'less' : 'more'}`;

/** Another bath or vessel for the shop. */
export function VesselDialog({ onClose }: { readonly onClose: () => void }) {
  const [name, setName] = useState('');
  const [kind, setKind] = useState<VesselKind>('bath');
  const [solvent, setSolvent] = useState<Solvent>('isopropanol');
  const [capacity, setCapacity] = useState('5 L');
  const [surface, setSurface] = useState('400');
  const capacityMl = parseVolumeMl(capacity);
  const surfaceCm2 = Number(surface.replace(',', '.'));
  return (
    <PostingDialog
      title="Add a vessel"
      caution="How much flammable liquid may stand in one room is decided by local codes."
      type="solvent.vessel"
      body={
        name.trim() !== '' && capacityMl !== undefined && capacityMl >= 50 && surfaceCm2 >= 1
          ? { name: name.trim(), kind, solvent, capacityMl, surfaceCm2 }
          : undefined
      }
      onClose={onClose}
    >
      <TextField label="Name" longest={40} value={name} onChange={setName} />
      <label className="block">
        <span className="label">Kind</span>
        <select className="field" value={kind} onChange={(event) => setKind(event.target.value as typeof kind)}>
          {VESSEL_KINDS.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </select>
      </label>
      <SolventSelect value={solvent} onChange={setSolvent} />
      <VolumeField label="Holds at most" value={capacity} onChange={setCapacity} />
      <label className="block">
        <span className="label">Open surface, cm² (length × width of the liquid)</span>
        <input
          className="field font-mono"
          inputMode="decimal"
          value={surface}
          onChange={(event) => setSurface(event.target.value)}
        />
      </label>
    </PostingDialog>
  );
}
