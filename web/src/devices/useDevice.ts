import type { ButtonOf, CUT_BUTTON, DeviceKind, Sample } from '@north-step/contract';
import { useEffect, useState } from 'react';
import { useDevicesQuery } from '../store/api.ts';

type Which = { readonly stationId?: string; readonly deviceId?: string };

/** The first device of a kind (at a station or by its id, if one is named), its newest sample as it streams in, and its buttons. */
export function useDevice<K extends DeviceKind>(kind: K, { stationId, deviceId }: Which = {}) {
  const { data } = useDevicesQuery(undefined, { pollingInterval: 10_000 });
  const devices = Array.isArray(data?.devices) ? data.devices : [];
  const device = devices.find(
    (one) =>
      one.kind === kind &&
      one.online &&
      (stationId === undefined || one.stationId === stationId) &&
      (deviceId === undefined || one.id === deviceId),
  );
  const [sample, setSample] = useState<Sample>();
  const [refusal, setRefusal] = useState<string>();
  const id = device?.id;
  useEffect(() => {
    if (!id || typeof EventSource === 'undefined') return;
    const stream = new EventSource(`/api/devices/${encodeURIComponent(id)}/live`);
    stream.addEventListener('message', (event) => setSample(JSON.parse(event.data as string) as Sample));
    return () => stream.close();
  }, [id]);
  async function press(
    button: ButtonOf<K> | typeof CUT_BUTTON,
    more: { vesselId?: string | undefined; batchId?: string | undefined; amount?: number; place?: string } = {},
  ): Promise<void> {
    setRefusal(undefined);
    try {
      const response = await fetch(`/api/devices/${encodeURIComponent(id ?? '')}/press`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ button, ...more }),
      });
      if (!response.ok) setRefusal(((await response.json()) as { error: { message: string } }).error.message);
    } catch {
      setRefusal('The server did not answer. Type the value instead.');
    }
  }
  return { device, sample, press, refusal };
}
