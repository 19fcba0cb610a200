import { useRef } from 'react';

type PhotoPickProps = {
  /** what it shows, for those who cannot see the button */
  readonly label: string;
  readonly photo: File | undefined;
  readonly onPhoto: (photo: File | undefined) => void;
};

/** A photo taken or chosen, kept with what is said. */
export function PhotoPick({ label, photo, onPhoto }: PhotoPickProps) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        accept="image/png,image/jpeg,image/webp"
        capture="environment"
        className="sr-only"
        tabIndex={-1}
        aria-label={label}
        onChange={(event) => onPhoto(event.target.files?.[0])}
      />
      <button type="button" className="btn" onClick={() => input.current?.click()}>
        {photo ? `Photo: ${photo.name}` : 'Add a photo'}
      </button>
    </>
  );
}

/** Why a photo was not stored. */
export const PhotoRefusal = ({ wrong }: { readonly wrong: string | undefined }) =>
  wrong === undefined ? null : (
    <p role="alert" className="mt-2 border-l-4 border-brick pl-3">
      {wrong} What you said is still here.
    </p>
  );
