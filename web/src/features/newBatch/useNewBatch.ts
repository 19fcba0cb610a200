import type { BatchReply, BenchReply, ErrorReply, MeshStored, Resin } from '@north-step/contract';
import { type BatchRequest, type PartFacts, partFromMesh, partFromSizes, plateAreaMm2 } from '@north-step/core/route';
import { useMemo, useState } from 'react';
import { useAppSelector } from '../../app/store.ts';
import { useDo } from '../next/index.ts';
import { usePart } from './usePart.ts';

export type Choices = {
  readonly cardId?: string;
  readonly lot?: string;
  readonly count: number;
  readonly dripMin: number;
  readonly customer: string;
};
export type Sizes = { readonly name: string /** length, width, height as typed */; readonly mm: readonly string[] };

const bare = (fileName: string): string => fileName.replace(/\.stl$/i, '').slice(0, 120) || 'part';

/** The state of a new batch: the part, what is on the plate, and the request the models plan from. */
export function useNewBatch(bench: BenchReply | undefined, resins: readonly Resin[]) {
  const picked = usePart();
  const acts = useDo();
  const person = useAppSelector((state) => state.here.person);
  const [choices, setChoices] = useState<Choices>({ count: 4, dripMin: 6, customer: '' });
  const [sizes, setSizes] = useState<Sizes>();
  const [refusal, setRefusal] = useState<ErrorReply['error']>();
  const [saving, setSaving] = useState(false);

  const lastUsed = [...(bench?.open ?? [])].sort((a, b) => b.createdAtMs - a.createdAtMs)[0]?.card.id;
  const resin = resins.find(({ card }) => card.id === (choices.cardId ?? lastUsed)) ?? resins[0];
  const lot = resin?.lots.includes(choices.lot ?? '') ? choices.lot : resin?.lots.at(-1);
  const part = useMemo<PartFacts | undefined>(() => {
    if (picked.state.stage === 'measured')
      return partFromMesh(bare(picked.state.part.file.name), picked.state.part.measures);
    const mm = sizes?.mm.map((text) => Number(text.replace(',', '.')));
    return sizes && mm?.every((value) => value > 0 && value <= 2000)
      ? partFromSizes(sizes.name.trim() || 'part', mm as [number, number, number])
      : undefined;
  }, [picked.state, sizes]);
  const request = useMemo<BatchRequest | undefined>(() => {
    if (!part || !resin || !bench) return undefined;
    return {
      card: resin.card,
      part,
      count: choices.count,
      dripS: choices.dripMin * 60,
      plateAreaMm2: plateAreaMm2(part, choices.count),
      bench: bench.bench,
    };
  }, [part, resin, bench, choices.count, choices.dripMin]);

  /** Stores the file, then the batch. What was typed stays if the server refuses. @returns the new batch's id */
  async function hang(): Promise<string | undefined> {
    if (!request || !resin || !lot || !part || saving) return undefined;
    setSaving(true);
    setRefusal(undefined);
    try {
      const stored =
        picked.state.stage === 'measured' ? await storeMesh(picked.state.part.file, picked.state.part.unit) : undefined;
      const body = {
        cardId: resin.card.id,
        lot,
        count: choices.count,
        dripS: choices.dripMin * 60,
        by: person || undefined,
        customer: choices.customer.trim() || undefined,
        part: stored
          ? { name: part.name, meshSha256: stored.sha256 }
          : { name: part.name, areaMm2: part.areaMm2, heightMm: part.heightMm, wallMm: part.wallMm },
      };
      const answer = await acts.send('/api/batches', body);
      if (answer?.ok) return (answer.reply as BatchReply).batch.id;
      if (answer) setRefusal(answer.error);
    } catch (error) {
      setRefusal({
        code: 'AWAY',
        message: error instanceof Error ? error.message : 'The server did not answer.',
        remedy: 'Try again; nothing here was lost.',
      });
    } finally {
      setSaving(false);
    }
    return undefined;
  }
  const change = (next: Partial<Choices>) => setChoices((now) => ({ ...now, ...next }));
  return { picked, choices, change, sizes, setSizes, resin, lot, part, request, hang, refusal, saving };
}

async function storeMesh(file: File, unit: string): Promise<MeshStored> {
  const query = new URLSearchParams({ name: file.name.slice(0, 120), unit });
  const response = await fetch(`/api/meshes?${query}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: file,
  });
  const reply = await response.json();
  if (!response.ok) throw new Error((reply as ErrorReply).error.message);
  return reply as MeshStored;
}
