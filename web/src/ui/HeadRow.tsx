/** The head of a plain table. */
export const HeadRow = ({ names }: { readonly names: readonly string[] }) => (
  <thead>
    <tr>
      {names.map((name, index) => (
        <th key={index} scope="col">
          {name}
        </th>
      ))}
    </tr>
  </thead>
);
