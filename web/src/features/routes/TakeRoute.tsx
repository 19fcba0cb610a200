import type { BenchReply, ErrorReply } from '@north-step/contract';
import { titleOf } from '@north-step/core/plan';
import { missingWords, type RouteFile, readRouteFile, rebind } from '@north-step/core/route';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { FilePick, HeadRow, Sheet } from '../../ui/index.ts';
import { useDo } from '../next/index.ts';

/** A route from another workshop: read, shown where each step is done here and what serves instead, kept; or what is missing. */
export function TakeRoute({ bench, onClose }: { readonly bench: BenchReply; readonly onClose: () => void }) {
  const acts = useDo();
  const navigate = useNavigate();
  const [file, setFile] = useState<RouteFile>();
  const [refusal, setRefusal] = useState<Pick<ErrorReply['error'], 'message' | 'remedy'>>();
  const take = (text: string) => {
    const read = readRouteFile(text);
    setFile(read.ok ? read.value : undefined);
    setRefusal(read.ok ? undefined : read.refusal);
  };
  const bound = file && rebind(file, bench.bench);
  const missing = file && bound ? missingWords(file, bound.lacks) : [];
  const keep = async () => {
    if (!file) return;
    const { name, dose, note, steps } = file;
    const answer = await acts.send(
      'route.save',
      {},
      { name, dose, note, steps: [...steps], changeNote: 'taken in from a file' },
    );
    if (answer?.ok) await navigate(`/routes/${answer.reply.versions[0]!.route.id}`);
    else if (answer) setRefusal(answer.error);
  };
  const nameOf = (id: string | undefined) => bench.stations.find((station) => station.id === id)?.name;
  return (
    <Sheet open onOpenChange={onClose} title="Take in a route">
      <p className="text-ink-2">
        A file that a route was saved to, here or in another workshop. It names kinds of places; where each is here is
        found now.
      </p>
      <FilePick label="File of a route" text="Choose the file" onText={take} />
      {refusal && (
        <p role="alert" className="mt-3 border-l-4 border-brick pl-3">
          {refusal.message} <b>{refusal.remedy}</b>
        </p>
      )}
      {file && bound && (
        <>
          <h3 className="mt-4 text-lg font-bold">{file.name}</h3>
          {missing.length > 0 ? (
            <p role="alert" className="my-2 border-l-4 border-brick pl-3">
              <b className="text-brick">It cannot be run here. </b>This bench lacks {missing.join('; ')}. Add it on
              Room, then take the route in again.
            </p>
          ) : (
            <p className="my-2">It can be run here.</p>
          )}
          <table className="table-plain w-full">
            <HeadRow names={['step', 'asks for', 'here']} />
            <tbody>
              {bound.steps.map(({ step, asks, station, instead }, i) => (
                <tr key={i}>
                  <td className="font-bold">{titleOf({ ...step, station }, bench.bench)}</td>
                  <td>{asks}</td>
                  <td>
                    {nameOf(station) ?? <b className="text-brick">nothing</b>}
                    {instead && ', which serves instead'}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <button type="button" className="btn btn-sea mt-3" disabled={missing.length > 0} onClick={() => void keep()}>
            Keep it
          </button>
        </>
      )}
    </Sheet>
  );
}
