/** A tide staff in two lines of water. */
export function Mark({ size = 20 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 20 20" aria-hidden="true">
      <path
        d="M1 11c3-3 6-3 9 0s6 3 9 0M1 16c3-3 6-3 9 0s6 3 9 0"
        fill="none"
        stroke="var(--deep)"
        strokeWidth="1.6"
      />
      <path d="M13 1v8M11 3h4M11 6h4" stroke="var(--release)" strokeWidth="1.6" />
    </svg>
  );
}
