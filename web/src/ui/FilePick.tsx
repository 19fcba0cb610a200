import { useRef } from 'react';

type FilePickProps = {
  /** what the file is: “File of a route” */
  readonly label: string;
  /** on the button */
  readonly text: string;
  readonly onText: (text: string) => void;
};

/** A button that takes the text of a JSON file; the same file can be taken twice. */
export function FilePick({ label, text, onText }: FilePickProps) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        className="sr-only"
        tabIndex={-1}
        aria-label={label}
        onChange={(event) => {
          void event.target.files?.[0]?.text().then(onText);
          event.target.value = '';
        }}
      />
      <button type="button" className="btn mt-2" onClick={() => input.current?.click()}>
        {text}
      </button>
    </>
  );
}
