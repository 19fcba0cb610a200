import { act, renderHook, waitFor } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import type { measureFile } from './measureFile.ts';
import { useStoredParts } from './useStoredPart.ts';

const told: ((share: number) => void)[] = [];
const measure = ((_file, _choices, onShare = () => {}) => {
  told.push(onShare);
  return { result: Promise.resolve({ ok: true, file: {} }), stop: () => {} };
}) as typeof measureFile;
afterEach(() => vi.unstubAllGlobals());

it('a part once read stays read, also when its worker tells of its progress late', async () => {
  vi.stubGlobal('fetch', async () => new Response('solid'));
  const { result } = renderHook(() => useStoredParts(['a', 'b'], measure));
  expect(result.current.share).toBe(0);
  await waitFor(() => expect(result.current.share).toBeUndefined());
  expect(result.current.files.filter((file) => file !== undefined)).toHaveLength(2);
  act(() => {
    for (const tell of told) tell(1);
  });
  expect(result.current.share).toBeUndefined();
});
