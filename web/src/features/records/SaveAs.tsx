import type { RecordKind } from '@north-step/core/record';

/** A record in each of its forms. */
export function SaveAs({ number, kind }: { readonly number: number; readonly kind: RecordKind }) {
  const forms = [
    ...(['pdf', 'json', 'csv'] as const).map((form) => ({ text: form.toUpperCase(), file: `file.${form}` })),
    ...(kind === 'made'
      ? [
          { text: 'certificate', file: 'certificate.pdf' },
          { text: 'bundle', file: 'bundle.zip' },
        ]
      : []),
  ];
  return (
    <span className="flex flex-wrap gap-x-3">
      {forms.map(({ text, file }) => (
        <a
          key={file}
          className="inline-block min-h-6 underline"
          href={`/api/records/${number}/${file}`}
          aria-label={`Record ${number} as ${text}`}
        >
          {text}
        </a>
      ))}
    </span>
  );
}
