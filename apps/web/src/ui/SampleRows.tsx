/** The first rows of a table that is read, quiet under their heads, to tell its columns by. */
export const SampleRows = ({ rows, columns }: { rows: readonly (readonly string[])[]; columns: number }) => (
  <tbody>
    {rows.map((r, k) => (
      <tr key={k}>
        {Array.from({ length: columns }, (_, i) => (
          <td key={i} className="text-inkq max-w-[130px] truncate px-1.5">
            {r[i]}
          </td>
        ))}
      </tr>
    ))}
  </tbody>
);
