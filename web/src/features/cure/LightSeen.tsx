import { useLightTraceQuery } from './endpoints.ts';
import { Trace } from './InTheLamp.tsx';

/** What the lamp's own sensor saw of a batch; nothing when no lamp told. */
export function LightSeen({ batchId }: { readonly batchId: string }) {
  const { data } = useLightTraceQuery(batchId);
  if (!data || data.samples.length < 2) return null;
  return (
    <section aria-label="Light seen" className="mt-4">
      <h3 className="text-lg font-bold">Light seen by the lamp’s own sensor</h3>
      <Trace samples={data.samples} />
    </section>
  );
}
