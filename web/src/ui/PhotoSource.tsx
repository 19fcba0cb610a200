type PhotoSourceProps = {
  /** a camera of the bench, if one is there */
  readonly camera?: { readonly name: string; readonly busy: boolean } | undefined;
  readonly onFile: (file: File) => void;
  readonly onShoot: () => void;
};

/** Where a photo comes from: a file, or the bench camera. */
export function PhotoSource({ camera, onFile, onShoot }: PhotoSourceProps) {
  return (
    <>
      <label className="btn">
        Choose a photo
        <input
          type="file"
          accept="image/*"
          className="sr-only"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) onFile(file);
          }}
        />
      </label>
      {camera && (
        <button type="button" className="btn" onClick={onShoot}>
          {camera.busy ? 'Taking it …' : `Take one with ${camera.name}`}
        </button>
      )}
    </>
  );
}
