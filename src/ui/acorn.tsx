/** Our mark. */
export function Acorn({ size = 24 }: { readonly size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 32 32" aria-hidden="true">
      <path d="M8 14h16c0 8-4 13-8 15-4-2-8-7-8-15z" fill="#8a6f4e" />
      <path d="M5 14c0-6 5-9 11-9s11 3 11 9c-4 2-18 2-22 0z" fill="#a3c76d" />
      <path d="M16 5V2" stroke="#8a6f4e" strokeWidth="2.5" strokeLinecap="round" />
    </svg>
  );
}
