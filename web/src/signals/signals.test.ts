import type { Action } from '@north-step/core/nextStep';
import { describe, expect, it } from 'vitest';
import { CALLS, newCalls } from './signals.ts';

const action = (batchId: string, tier: Action['tier'], dueInS?: number): Action => ({
  batchId,
  stepId: 's3',
  name: 'Tern 1',
  title: 'Wash 1',
  verb: 'finish',
  tier,
  station: 'Wash 1',
  say: 'x',
  reason: '',
  hands: '',
  cautions: [],
  dueInS,
});

describe('calls', () => {
  it('come once for each thing, and again when it grows worse', () => {
    const due = newCalls([action('a', 'pull-out', 0), action('b', 'running', 60)], new Map());
    expect(due.calls.map(({ batchId }) => batchId)).toEqual(['a']);
    const still = newCalls([action('a', 'pull-out', -3)], due.called);
    expect(still.calls).toEqual([]);
    const worse = newCalls([action('a', 'limit', -90)], still.called);
    expect(worse.calls.map(({ tier }) => tier)).toEqual(['limit']);
  });
  it('a pull-out that is near does not call yet', () => {
    expect(newCalls([action('a', 'pull-out', 20)], new Map()).calls).toEqual([]);
  });
  it('each kind sounds unlike the others', () => {
    const tunes = Object.values(CALLS).map((notes) => notes.join());
    expect(new Set(tunes).size).toBe(tunes.length);
  });
});
