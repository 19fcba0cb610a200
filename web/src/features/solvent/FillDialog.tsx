import type { Vessel } from '@north-step/contract';
import { linesOf } from '@north-step/core/bench';
import { isAlcohol, strengthPctWFromPctV } from '@north-step/core/solvent';
import { parseVolumeMl, plainNumber } from '@north-step/core/units';
import type { Solvent } from '@north-step/core/wash';
import { useState } from 'react';
import { Choice } from '../../ui/index.ts';
import { byRole, PostingDialog, SolventSelect, VesselSelect, VolumeField } from './dialogParts.tsx';

const BY = [
  { value: 'volume', text: '% by volume (label)' },
  { value: 'weight', text: '% by weight' },
] as const;

/** Bought solvent into a vessel, or from one vessel into another. Always asks which percent a label means. */
export function FillDialog({
  vessels,
  intoId,
  onClose,
}: {
  readonly vessels: readonly Vessel[];
  readonly intoId?: string | undefined;
  readonly onClose: () => void;
}) {
  const [line] = linesOf(vessels);
  const fresh = line?.fresh ?? byRole(vessels, 'fresh');
  const [vesselId, setVesselId] = useState(intoId ?? line?.baths[0]?.id ?? vessels[0]!.id);
  const [fromId, setFromId] = useState(fresh && fresh.volumeMl > 1 ? fresh.id : '');
  const [volume, setVolume] = useState('1 L');
  const [strength, setStrength] = useState('99');
  const [by, setBy] = useState<'volume' | 'weight'>('volume');
  const [bought, setSolvent] = useState<Solvent>();
  const volumeMl = parseVolumeMl(volume);
  const strengthPct = Number(strength.replace(',', '.'));
  const strengthFits = strengthPct >= 0 && strengthPct <= 100;
  const isBought = fromId === '';
  const into = vessels.find((vessel) => vessel.id === vesselId);
  const solvent = bought ?? into?.solvent ?? 'isopropanol';
  const hasStrength = isAlcohol(solvent);
  return (
    <PostingDialog
      title="Fill or top up"
      caution="Pour under extraction, away from heaters and sparks, lid back on. A top-up dilutes; it does not remove resin."
      type="solvent.fill"
      body={
        volumeMl !== undefined && volumeMl > 0 && (!isBought || !hasStrength || strengthFits)
          ? {
              vesselId,
              volumeMl,
              ...(isBought
                ? { solvent, ...(hasStrength ? { strengthPct, strengthBy: by } : {}) }
                : { fromVesselId: fromId }),
            }
          : undefined
      }
      onClose={onClose}
    >
      <VesselSelect label="Into" value={vesselId} vessels={vessels} onChange={setVesselId} />
      <VesselSelect
        label="From"
        value={fromId}
        vessels={vessels.filter((vessel) => vessel.id !== vesselId && vessel.volumeMl >= 1)}
        onChange={setFromId}
        extra="bought, from outside"
      />
      <VolumeField label="How much" value={volume} onChange={setVolume} />
      {isBought && <SolventSelect value={solvent} onChange={setSolvent} />}
      {isBought && hasStrength && (
        <>
          <label className="block">
            <span className="label">Strength, %</span>
            <input
              className="field font-mono"
              inputMode="decimal"
              value={strength}
              aria-invalid={!strengthFits}
              onChange={(event) => setStrength(event.target.value)}
            />
          </label>
          <Choice label="Percent by" value={by} options={BY} onChange={setBy} />
          {by === 'volume' && strengthFits && (
            <p className="text-sm text-ink-2">
              That is {plainNumber(strengthPctWFromPctV(strengthPct, solvent), 3)} % by weight.
            </p>
          )}
          {!strengthFits && <p className="text-sm text-brick">Strength lies between 0 and 100 %.</p>}
        </>
      )}
    </PostingDialog>
  );
}
