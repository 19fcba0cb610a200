import { useEffect, useState } from 'react';
import { useDevice } from './useDevice.ts';

type Subject = { readonly vesselId?: string; readonly batchId?: string; readonly amount?: number };
/** A camera that can be told to photograph something now. */
export type CameraShot = { readonly name: string; readonly busy: boolean; readonly shoot: (of: Subject) => void };

/** The bench camera. @returns nothing while none is online */
export function useCameraShot(onPhoto: (photo: Blob) => void): CameraShot | undefined {
  const { device, sample, press } = useDevice('camera');
  const [waitsFor, setWaitsFor] = useState<number>();
  const taken = sample?.photo;
  // biome-ignore lint/correctness/useExhaustiveDependencies: fetches when the camera says that a newer photo is there
  useEffect(() => {
    if (waitsFor === undefined || taken === undefined || taken < waitsFor || !device) return;
    setWaitsFor(undefined);
    void fetch(`/api/devices/${device.id}/photo`)
      .then((response) => response.blob())
      .then(onPhoto);
  }, [taken, waitsFor]);
  return (
    device && {
      name: device.name,
      busy: waitsFor !== undefined,
      shoot: (of) => {
        // a page that has not heard the camera yet knows its last photo from the list: an old one is never taken for a new one
        setWaitsFor(Math.max(taken ?? 0, device.last?.photo ?? 0) + 1);
        void press('photograph', of);
      },
    }
  );
}
