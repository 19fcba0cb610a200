import type { ErrorReply, MeshStored } from '@north-step/contract';
import { useCallback, useEffect, useRef } from 'react';
import type { PlateItem } from './usePlate.ts';

/**
 * Stores each measured file while the rest is chosen: the server measures it again, and that takes seconds.
 * @returns what stores a file, or waits for one that is on its way
 */
export function useStoredMeshes(items: readonly PlateItem[]): (item: PlateItem) => Promise<MeshStored> {
  const storing = useRef(new Map<string, Promise<MeshStored>>());
  const store = useCallback((item: PlateItem): Promise<MeshStored> => {
    const key = JSON.stringify([item.id, item.unit, item.supports]);
    const under = storing.current.get(key);
    if (under) return under;
    const stored = storeMesh(item);
    storing.current.set(key, stored);
    // a failure is told when the batch is hung; then it is tried again
    stored.catch(() => storing.current.delete(key));
    return stored;
  }, []);
  useEffect(() => {
    for (const item of items) if (item.state.stage === 'measured') void store(item).catch(() => {});
  }, [items, store]);
  return store;
}

async function storeMesh({ file, unit, supports }: PlateItem): Promise<MeshStored> {
  const query = new URLSearchParams({ name: file.name.slice(0, 120) });
  if (unit) query.set('unit', unit);
  if (supports) query.set('supports', supports.join(','));
  const response = await fetch(`/api/meshes?${query}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: file,
  });
  const reply = await response.json();
  if (!response.ok) throw new Error((reply as ErrorReply).error.message);
  return reply as MeshStored;
}
