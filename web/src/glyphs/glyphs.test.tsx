import { CURED_LOOKS, LATER_LOOKS, MATTE_LOOKS, type Seen } from '@north-step/core/look';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { Fuse, LoadLadder, LookPicture, Ribbon, Tag, Tube, WindowBar } from './index.ts';

afterEach(cleanup);

describe('glyphs say in words what they draw', () => {
  it('tube: lines stand closer the nearer the load is to its limit', () => {
    const lines = (loadPctW: number) =>
      render(<Tube fillShare={0.8} loadPctW={loadPctW} limitPctW={10} label="bath" />).container.querySelectorAll(
        'line',
      ).length;
    expect(lines(0)).toBe(0);
    expect(lines(8)).toBeGreaterThan(lines(2));
  });
  it('ladder: the pointer passes max when the load does', () => {
    const pointer = (loadPctW: number) => {
      const path = render(<LoadLadder loadPctW={loadPctW} limitPctW={10} />).container.querySelector('path')!;
      return Number(/^M18 ([\d.]+)l/.exec(path.getAttribute('d')!)![1]);
    };
    const max = (container: HTMLElement) => Number(container.querySelectorAll('line')[1]!.getAttribute('y1'));
    const { container } = render(<LoadLadder loadPctW={5} limitPctW={10} />);
    expect(pointer(5)).toBeGreaterThan(max(container));
    expect(pointer(12)).toBeLessThan(max(container));
  });
  it('window: tells start, end and now; no end draws no hatch', () => {
    render(<WindowBar handleS={312} maxS={570} nowS={200} />);
    expect(screen.getByRole('img').getAttribute('aria-label')).toBe(
      'Cure window: tacky until 5:12, good until 9:30, then over; now 3:20',
    );
    const open = render(<WindowBar handleS={312} />).container;
    expect(open.querySelectorAll('rect[fill*="hatch"]')).toHaveLength(0);
  });
  it('fuse burns down to nothing and never below', () => {
    const width = (leftS: number) =>
      (render(<Fuse leftS={leftS} totalS={100} />).container.querySelector('.bg-sea-2') as HTMLElement).style.width;
    expect([width(100), width(25), width(-9)]).toEqual(['100%', '25%', '0%']);
  });
  it('tag: is pressed when chosen, and named in full', () => {
    render(<Tag name="Tern 14" detail="1:12" state="running" chosen words="Tern 14, Wash 2, 1:12" />);
    expect(screen.getByRole('button', { name: 'Tern 14, Wash 2, 1:12', pressed: true })).toBeDefined();
  });
  it('ribbon: reads its first bars in order, ticks at round times, opens a batch when pressed', () => {
    const atMs = Date.UTC(2026, 4, 4, 9, 3, 20);
    const bar = {
      row: 'w',
      batchId: 'b',
      batchName: 'Tern 1',
      stepTitle: 'Wash 1',
      kind: 'wash',
      startS: 60,
      endS: 120,
    } as const;
    const opened: string[] = [];
    const clockOf = (ms: number) => new Date(ms).toISOString().slice(11, 16);
    const { container } = render(
      <Ribbon
        rows={[{ id: 'w', name: 'Wash 1' }]}
        bars={[bar]}
        spanS={3600}
        atMs={atMs}
        clockOf={clockOf}
        onOpen={(id) => opened.push(id)}
      />,
    );
    expect(screen.getByRole('figure').getAttribute('aria-label')).toContain('09:04 Wash 1 Tern 1');
    expect(container.textContent).toContain('09:10');
    expect(container.textContent!.match(/\d\d:\d\d/g)!.every((text) => /[05]$/.test(text))).toBe(true);
    fireEvent.click(screen.getByTitle('09:04 Wash 1 Tern 1'));
    expect(opened).toEqual(['b']);
  });
});

describe('what a look can find', () => {
  const all = [...new Set<Seen>([...MATTE_LOOKS, ...CURED_LOOKS, ...LATER_LOOKS])];
  const drawn = (of: Seen) => {
    const { container } = render(<LookPicture of={of} />);
    const svg = container.querySelector('svg')!;
    expect(svg.getAttribute('aria-hidden')).toBe('true');
    // hatches carry an id of their own
    return svg.innerHTML.replaceAll(/url\(#[^)]+\)/g, 'hatch').replaceAll(/ id="[^"]*"/g, '');
  };
  it('is drawn differently for everything that is seen differently', () => {
    const pictures = new Map<string, Seen[]>();
    for (const seen of all) pictures.set(drawn(seen), [...(pictures.get(drawn(seen)) ?? []), seen]);
    expect([...pictures.values()].filter((group) => group.length > 1)).toEqual([
      ['tack', 'tacky'],
      ['good', 'sound'],
    ]);
  });
  it('needs no colour to be told apart: by shape, hatch and dots alone', () => {
    for (const seen of all) expect(drawn(seen)).not.toMatch(/fill="(?!none|hatch|var\(--(panel|ink|ink-2)\))[^"]+"/);
  });
});
