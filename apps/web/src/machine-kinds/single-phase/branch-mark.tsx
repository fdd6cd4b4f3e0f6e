/** The mark of a winding: M filled, S double and blue; a letter in each. */
import type { BranchName } from '@norther/core';

export function BranchMark({ branch, size = 20 }: { readonly branch: BranchName; readonly size?: number }) {
  const main = branch === 'main';
  const ink = main ? 'var(--ink)' : 'var(--blue)';
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 20 20"
      className="shrink-0"
      role="img"
      aria-label={`${branch} winding`}
    >
      <circle cx="10" cy="10" r="9" fill={main ? ink : 'var(--paper)'} stroke={ink} strokeWidth="1.6" />
      {!main && <circle cx="10" cy="10" r="6.6" fill="none" stroke={ink} strokeWidth="1" />}
      <text
        x="10"
        y="14"
        textAnchor="middle"
        fontSize="11"
        fontWeight="700"
        className="font-fig"
        fill={main ? 'var(--paper)' : ink}
      >
        {main ? 'M' : 'S'}
      </text>
    </svg>
  );
}
