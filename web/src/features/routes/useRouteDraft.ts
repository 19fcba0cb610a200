import type { ErrorReply, RouteReply } from '@north-step/contract';
import { given } from '@north-step/core/given';
import { type Dose, type Route, type RouteStep, type StepTypeId, TWO_BATHS } from '@north-step/core/route';
import { useState } from 'react';
import { useDo } from '../next/index.ts';

/** A step on the page: it keeps its key while it is moved. */
export type DraftStep = { readonly key: string; readonly step: RouteStep };
export type RouteDraft = ReturnType<typeof useRouteDraft>;

let keys = 0;
const keyed = (step: RouteStep): DraftStep => ({ key: `d${++keys}`, step });

/** A route being changed. What was built stays when a save is refused. */
export function useRouteDraft(from: Route | undefined) {
  const acts = useDo();
  const base = from ?? { ...TWO_BATHS, name: '', note: '' };
  const [name, setName] = useState(base.name);
  const [note, setNote] = useState(base.note);
  const [dose, setDose] = useState<Dose>(base.dose);
  const list = useSteps(base.steps);
  const [changeNote, setChangeNote] = useState('');
  const [refusal, setRefusal] = useState<ErrorReply['error']>();
  const [saving, setSaving] = useState(false);

  const route: Route = {
    id: from?.id ?? 'draft',
    version: from?.version ?? 1,
    name,
    note,
    dose,
    steps: list.steps.map(({ step }) => step),
  };
  const changed = saidBy(route) !== saidBy(base);

  const take = (other: Route) => {
    setDose(other.dose);
    setNote(other.note);
    list.take(other.steps);
  };

  /** @returns the saved route, or nothing when it was refused */
  async function save(asNew: boolean): Promise<Route | undefined> {
    if (saving) return undefined;
    setSaving(true);
    setRefusal(undefined);
    const old = asNew ? undefined : from;
    const answer = await acts.send(
      'route.save',
      {},
      {
        routeId: old?.id,
        basedOn: old?.version,
        name: name.trim(),
        dose,
        steps: route.steps,
        note,
        changeNote: changeNote.trim() || (old ? 'steps changed' : 'made'),
      },
    );
    setSaving(false);
    if (!answer) return undefined;
    if (answer.ok) return (answer.reply as RouteReply).versions[0]!.route;
    setRefusal(answer.error);
    return undefined;
  }
  return {
    name,
    setName,
    note,
    setNote,
    dose,
    setDose,
    ...list,
    changeNote,
    setChangeNote,
    route,
    changed,
    take,
    save,
    saving,
    refusal,
  };
}

/** What of a route is said on the page, to tell two apart. */
const saidBy = ({ name, note, dose, steps }: Pick<Route, 'name' | 'note' | 'dose' | 'steps'>): string =>
  JSON.stringify([name, note, dose, steps]);

/** The steps of a draft, and which of them is open. */
function useSteps(from: readonly RouteStep[]) {
  const [steps, setSteps] = useState<readonly DraftStep[]>(() => from.map(keyed));
  const [chosen, setChosen] = useState<string>();
  /** Adds after the chosen step, else before the seal. */
  function add(type: StepTypeId) {
    const added = keyed({ type });
    const after = steps.findIndex(({ key }) => key === chosen);
    const seal = steps.findIndex(({ step }) => step.type === 'seal');
    const at = after >= 0 ? after + 1 : seal >= 0 && type !== 'seal' ? seal : steps.length;
    setSteps([...steps.slice(0, at), added, ...steps.slice(at)]);
    setChosen(added.key);
  }
  const remove = (key: string) => {
    const at = steps.findIndex((one) => one.key === key);
    setSteps(steps.filter((one) => one.key !== key));
    setChosen((steps[at - 1] ?? steps[at + 1])?.key);
  };
  const move = (fromIndex: number, toIndex: number) => {
    const moved = [...steps];
    moved.splice(toIndex, 0, ...moved.splice(fromIndex, 1));
    setSteps(moved);
  };
  // settings that were emptied are left out
  const change = (key: string, over: Partial<RouteStep>) =>
    setSteps(steps.map((one) => (one.key === key ? { key, step: given({ ...one.step, ...over }) } : one)));
  const take = (others: readonly RouteStep[]) => {
    setSteps(others.map(keyed));
    setChosen(undefined);
  };
  return { steps, chosen, setChosen, add, remove, move, change, take };
}
