import { useState } from 'react';
import { storePhoto } from './storePhoto.ts';

/** A photo that goes with what is said: chosen, then stored before the rest is sent. */
export function useKeptPhoto() {
  const [photo, setPhoto] = useState<File>();
  const [wrong, setWrong] = useState<string>();
  return {
    photo,
    setPhoto,
    wrong,
    /** @returns its SHA-256, nothing where there is none, false when it could not be stored: `wrong` says why */
    store: async (): Promise<string | undefined | false> => {
      setWrong(undefined);
      if (!photo) return undefined;
      return storePhoto(photo).catch((error: Error) => {
        setWrong(error.message);
        return false as const;
      });
    },
  };
}
