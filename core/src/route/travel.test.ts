import { describe, expect, it } from 'vitest';
import { jarAndSunBench, threeBathBench } from '../testing/index.ts';
import { missingWords, type Route, readRouteFile, rebind, routeFile, templateById } from './index.ts';

const ours: Route = {
  ...templateById('one-jar')!,
  steps: templateById('one-jar')!.steps.map((step, i) => (i === 0 ? { ...step, station: 'rail' } : step)),
};
const taken = (route: Route) => {
  const read = readRouteFile(JSON.stringify(routeFile(route)));
  if (!read.ok) throw new Error(read.refusal.message);
  return read.value;
};

describe('a route that travels', () => {
  it('names places, never a station of the bench that it came from', () => {
    const file = taken(ours);
    expect(file.steps.map(({ type }) => type)).toEqual(ours.steps.map(({ type }) => type));
    expect(JSON.stringify(file)).not.toContain('rail');
  });
  it('is done on another bench where its kind of place is, or where something serves instead', () => {
    const { steps, lacks } = rebind(taken(templateById('jar-and-sun')!), jarAndSunBench);
    expect(lacks).toEqual([]);
    const cure = steps.find(({ step }) => step.type === 'cure')!;
    expect([cure.station, cure.instead]).toEqual(['sill', false]);
    const dry = steps.find(({ asks }) => asks === 'a drying rack')!;
    expect([dry.station, dry.instead]).toEqual(['sill', true]);
  });
  it('says what is missing, each thing once', () => {
    const file = taken(templateById('two-baths')!);
    const { lacks } = rebind(file, jarAndSunBench);
    expect(missingWords(file, lacks).join('; ')).toMatch(/^the first bath of a line \(Wash, step \d\)/);
    expect(rebind(file, threeBathBench).lacks).toEqual([]);
  });
  it.each([
    ['what is no JSON', '{', /no JSON/],
    ['another file', '{"format":"north-step-resin-card-1"}', /does not say/],
    [
      'a step that nobody knows',
      '{"format":"north-step-route-1","name":"X","dose":"look","steps":[{"type":"fry"}]}',
      /“fry” is not known/,
    ],
    ['a step that says nothing', '{"format":"north-step-route-1","steps":[null]}', /says nothing/],
    ['no steps at all', '{"format":"north-step-route-1","name":"X","dose":"look","steps":[]}', /0 steps/],
  ])('%s is refused in words', (_, text, why) => {
    const read = readRouteFile(text);
    expect(read.ok ? 'ok' : read.refusal.message).toMatch(why);
  });
});
