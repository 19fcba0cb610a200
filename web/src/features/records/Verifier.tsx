import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { anchorText, readAnchor, type SealedRecord } from '@north-step/core/record';
import { Unreadable, type Verdict, verifyFile } from '@north-step/core/verify';
import { type DragEvent, useId, useState } from 'react';

const hashOf = (data: string | Uint8Array): string =>
  bytesToHex(sha256(typeof data === 'string' ? utf8ToBytes(data) : data));

type Checked = { readonly name: string } & ({ readonly verdict: Verdict } | { readonly unreadable: string });

/** Checks a file of records in this browser alone: nothing is sent anywhere. */
export function Verifier() {
  const [checked, setChecked] = useState<Checked>();
  const [bytes, setBytes] = useState<{ readonly name: string; readonly data: Uint8Array }>();
  const [line, setLine] = useState('');
  const lineId = useId();
  const check = (name: string, data: Uint8Array, expected = line) => {
    setBytes({ name, data });
    try {
      setChecked({ name, verdict: verifyFile(data, hashOf, readAnchor(expected)) });
    } catch (error) {
      const unreadable = error instanceof Unreadable ? error.message : `It could not be read: ${String(error)}`;
      setChecked({ name, unreadable });
    }
  };
  const take = async (file: File | undefined) => {
    if (file) check(file.name, new Uint8Array(await file.arrayBuffer()));
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    void take(event.dataTransfer.files[0]);
  };
  const wrongLine = line.trim() !== '' && !readAnchor(line);
  return (
    <section
      aria-label="Check a file"
      onDragOver={(event) => event.preventDefault()}
      onDrop={drop}
      className="max-w-[80ch]"
    >
      <label className="block border-[1.5px] border-dashed border-ink bg-panel p-5">
        <b>Choose a file, or drop it here</b>
        <span className="block text-ink-2">
          A batch bundle (.zip), one record or a whole chain (.json). It is checked in this browser; nothing is sent.
        </span>
        <input
          type="file"
          className="mt-2 block min-h-11"
          accept=".zip,.json,application/json,application/zip"
          onChange={(event) => void take(event.target.files?.[0])}
        />
      </label>
      <label htmlFor={lineId} className="label mt-4 block">
        A line that was printed or mailed (COUNT:HASH), if there is one
      </label>
      <input
        id={lineId}
        className="field font-mono"
        maxLength={80}
        value={line}
        aria-invalid={wrongLine}
        onChange={(event) => {
          setLine(event.target.value);
          if (bytes) check(bytes.name, bytes.data, event.target.value);
        }}
      />
      {wrongLine && <p className="text-brick">A line is a count, a colon and 64 hex digits.</p>}
      <div aria-live="polite">{checked && <Result checked={checked} expected={readAnchor(line) !== undefined} />}</div>
    </section>
  );
}

function Result({ checked, expected }: { readonly checked: Checked; readonly expected: boolean }) {
  if ('unreadable' in checked)
    return (
      <div role="alert" className="mt-4 border-l-4 border-brick pl-3">
        <h2 className="text-xl font-bold">{checked.name} holds no record that can be read.</h2>
        <p>{checked.unreadable}</p>
      </div>
    );
  const { records, breaches, last } = checked.verdict;
  const count = records.length === 1 ? '1 record' : `${records.length} records`;
  if (breaches.length > 0)
    return (
      <div role="alert" className="mt-4 border-l-4 border-brick pl-3">
        <h2 className="text-xl font-bold">{checked.name} is not as it was sealed.</h2>
        <ul>
          {breaches.map((breach) => (
            <li key={breach}>{breach}</li>
          ))}
        </ul>
      </div>
    );
  return (
    <div role="status" className="mt-4 border-l-4 border-moss pl-3">
      <h2 className="text-xl font-bold">
        {checked.name} is as it was sealed: {count}.
      </h2>
      {records.length <= MOST_TOLD && records.map((record) => <Told key={record.number} record={record} />)}
      <p className="mt-2">
        Goes up to <span className="font-mono break-all">{anchorText(last)}</span>
        {expected
          ? ', as the line says.'
          : '. With a line that was kept elsewhere it is seen as well whether later records were cut off.'}
      </p>
    </div>
  );
}

const MOST_TOLD = 20;
type ToldBody = {
  readonly kind?: string;
  readonly batch?: string;
  readonly part?: string | { readonly name?: string };
  readonly pieces?: string;
  readonly workshop?: string;
  readonly sealed?: string;
  readonly at?: string;
  readonly wrong?: string;
  readonly right?: string;
  readonly seen?: string;
};
/** A record in a few words: which batch, when, and its hash, to be held against a certificate. */
function Told({ record: { number, hash, body } }: { readonly record: SealedRecord }) {
  const { kind, batch, pieces, part, workshop, sealed, at, wrong, right, seen } = body as ToldBody;
  const of =
    kind === 'correction' ? `: “${wrong}” should be “${right}”` : kind === 'later look' ? `: seen later, ${seen}` : '';
  return (
    <p className="mt-2">
      <b>
        Record {number}, {batch}
        {of}
      </b>
      <br />
      {[pieces ?? (typeof part === 'string' ? part : part?.name), workshop, sealed ?? at].filter(Boolean).join(' · ')}
      <br />
      <span className="font-mono break-all">{hash}</span>
    </p>
  );
}
