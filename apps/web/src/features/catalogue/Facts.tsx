import type { ReactNode } from 'react';

export type Fact = readonly [label: string, value: ReactNode];

/** A short list of what is known: words left, figures right. What is not known is not listed. */
export function Facts({ title, facts }: { title: string; facts: readonly Fact[] }) {
  const known = facts.filter(([, v]) => v !== undefined && v !== null && v !== '');
  if (known.length === 0) return null;
  return (
    <section className="min-w-0">
      <h3 className="mb-0.5 text-[13px] font-semibold">{title}</h3>
      <dl>
        {known.map(([label, value]) => (
          <div key={label} className="border-soft flex min-h-[21px] items-baseline gap-3 border-b text-[12px]">
            <dt className="text-inkq flex-none">{label}</dt>
            <dd className="ml-auto min-w-0 text-right">{value}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
