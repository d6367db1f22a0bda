import type { ReactNode } from 'react';

const INK = { leaf: 'var(--color-leaf)', amber: 'var(--color-amber)', plum: 'var(--color-plum)', chalk: 'var(--color-chalk)', sky: 'var(--color-sky)', paper: 'var(--color-paper)', muted: 'var(--color-muted)', panel: 'var(--color-panel)', raised: 'var(--color-raised)', ground: 'var(--color-ground)', rust: 'var(--color-rust)' } as const;

/** A drawing on our ground; `about` is read aloud in its place. */
function Drawing({ about, children }: { readonly about: string; readonly children: ReactNode }) {
  return <svg viewBox="0 0 360 150" role="img" aria-label={about} className="w-full rounded-lg" style={{ background: INK.ground }}>{children}</svg>;
}

function Words({ x, y, children, ink = INK.muted, middle }: { readonly x: number; readonly y: number; readonly children: string; readonly ink?: string; readonly middle?: boolean }) {
  return <text x={x} y={y} fill={ink} fontSize="10.5" textAnchor={middle ? 'middle' : 'start'}>{children}</text>;
}

const bar = (x: number, y: number, width: number, nest = false) => <rect x={x} y={y} width={width} height="18" rx="4" fill={nest ? '#33402a' : '#3a3222'} stroke={nest ? '#6f8b4a' : '#6b5a38'} />;
const peg = (x: number, y: number, chosen = false) => <rect key={`${x} ${y}`} x={x - 2.5} y={y - 6} width="5" height="12" rx="2" fill={INK.amber} stroke={chosen ? INK.paper : 'none'} strokeWidth="1.5" />;

export function BenchPicture() {
  return (
    <Drawing about="The Bench: library left, picture in the middle, panel right, timeline below">
      <rect x="10" y="10" width="62" height="80" rx="4" fill={INK.panel} /><rect x="78" y="10" width="186" height="80" rx="4" fill="#17222e" /><rect x="270" y="10" width="80" height="80" rx="4" fill={INK.panel} />
      <rect x="128" y="46" width="70" height="26" rx="5" fill={INK.rust} /><circle cx="146" cy="74" r="6" fill={INK.muted} /><circle cx="180" cy="74" r="6" fill={INK.muted} />
      <Words x={41} y={54} middle>library</Words><Words x={171} y={28} middle>picture</Words><Words x={310} y={54} middle>panel</Words>
      <rect x="10" y="96" width="340" height="46" rx="4" fill={INK.panel} />{bar(84, 102, 220, true)}{bar(120, 122, 150)}<Words x={22} y={124}>timeline</Words>
      <path d="M168 96v46" stroke={INK.paper} />
    </Drawing>
  );
}

export function HandlesPicture() {
  return (
    <Drawing about="A selected shape with grips at corners and sides, an arrow to turn, a slanted grip to lean and a ring for the pivot">
      <g transform="rotate(-8 160 76)"><rect x="90" y="40" width="140" height="72" rx="8" fill={INK.rust} fillOpacity="0.8" /><rect x="90" y="40" width="140" height="72" fill="none" stroke={INK.leaf} strokeWidth="1.5" />
        {[[90, 40], [230, 40], [230, 112], [90, 112]].map(([x, y]) => <circle key={`${x} ${y}`} cx={x} cy={y} r="5" fill={INK.ground} stroke={INK.leaf} strokeWidth="1.5" />)}
        {[[160, 40], [230, 76], [160, 112], [90, 76]].map(([x, y]) => <circle key={`${x} ${y}`} cx={x} cy={y} r="3" fill={INK.ground} stroke={INK.leaf} />)}
        <path d="M241 30a6 6 0 1 1 4 4m0 0l4-2m-4 2l2 4" fill="none" stroke={INK.leaf} strokeWidth="1.5" /><path d="M192 124l3-6h11l-3 6z" fill={INK.ground} stroke={INK.leaf} />
        <circle cx="160" cy="76" r="5" fill="none" stroke={INK.paper} /><path d="M151 76h4M165 76h4M160 67v4M160 81v4M156.5 79.5L147 89" stroke={INK.paper} /><circle cx="147" cy="89" r="3" fill={INK.paper} />
      </g>
      <path d="M160 6V144" stroke={INK.sky} strokeDasharray="6 3" /><Words x={262} y={28}>turn</Words><Words x={256} y={60}>size</Words><Words x={208} y={136}>lean</Words><Words x={166} y={96} ink={INK.paper}>pivot</Words>
    </Drawing>
  );
}

export function PenPicture() {
  return (
    <Drawing about="A path being drawn: corners, one of them bent by its handles">
      <path d="M50 110C50 110 90 40 140 50S210 120 260 84" fill="none" stroke={INK.leaf} strokeWidth="2" /><path d="M260 84L310 40" stroke={INK.leaf} strokeDasharray="4 3" />
      <path d="M98 42L182 58" stroke={INK.muted} /><circle cx="98" cy="42" r="3" fill={INK.muted} /><circle cx="182" cy="58" r="3" fill={INK.muted} />
      {[[50, 110], [140, 50], [260, 84]].map(([x, y], i) => <circle key={x} cx={x} cy={y} r={i === 0 ? 6 : 4} fill={INK.ground} stroke={INK.leaf} strokeWidth="1.5" />)}
      <Words x={62} y={124}>press here to close</Words><Words x={150} y={38}>drag to bend</Words>
    </Drawing>
  );
}

export function BarPicture() {
  return (
    <Drawing about="A bar whose end has an upper grip that trims and a lower grip that stretches">
      <rect x="60" y="50" width="200" height="44" rx="6" fill="#3a3222" stroke={INK.leaf} strokeWidth="1.5" /><rect x="252" y="50" width="8" height="21" rx="3" fill={INK.paper} /><rect x="252" y="73" width="8" height="21" rx="3" fill={INK.leaf} />
      {peg(100, 72)}{peg(150, 72)}{peg(190, 72)}
      <path d="M270 60h22m-4 -4l4 4l-4 4" fill="none" stroke={INK.paper} /><path d="M270 84h34m-4 -4l4 4l-4 4" fill="none" stroke={INK.leaf} />
      <Words x={298} y={64} ink={INK.paper}>trim</Words><Words x={310} y={88} ink={INK.leaf}>stretch</Words><Words x={160} y={116} middle>drag in the middle to slide</Words>
    </Drawing>
  );
}

export function CurvePicture() {
  return (
    <Drawing about="Pegs on a channel and the motion between them: curved, held, straight">
      <path d="M40 100C90 100 90 40 140 40" fill="none" stroke={INK.amber} /><path d="M140 40H220" stroke={INK.amber} strokeDasharray="4 4" /><path d="M220 40L310 104" stroke={INK.amber} />
      {peg(40, 100)}{peg(140, 40, true)}{peg(220, 40)}{peg(310, 104)}<Words x={60} y={56}>curved</Words><Words x={166} y={32}>held</Words><Words x={272} y={66}>straight</Words>
    </Drawing>
  );
}

export function FormulaPicture() {
  const wave = Array.from({ length: 56 }, (_, i) => `${40 + i * 5},${(86 - i * 0.5 - Math.sin(i / 4) * 18).toFixed(1)}`).join(' ');
  return (
    <Drawing about="A formula, and its curve, a double line, over the keyed one">
      <rect x="40" y="14" width="280" height="24" rx="5" fill={INK.panel} stroke={INK.chalk} /><text x="50" y="30" fill={INK.paper} fontSize="11.5" fontFamily="var(--font-mono)">keyed + sine(1b) * Desk.Sway</text>
      <path d="M40 86L315 58" stroke={INK.amber} fill="none" />{peg(40, 86)}{peg(315, 58)}<polyline points={wave} fill="none" stroke={INK.chalk} strokeWidth="1.75" />
      <Words x={44} y={132} ink={INK.amber}>keyed</Words><Words x={205} y={132} ink={INK.chalk}>what the formula gives</Words>
    </Drawing>
  );
}

export function SwitchPicture() {
  return (
    <Drawing about="Snap, Ripple and Together, and bars that move along">
      {['Snap', 'Ripple', 'Together'].map((word, i) => <g key={word}><rect x={40 + i * 90} y="14" width="76" height="22" rx="11" fill={i < 2 ? '#2a3320' : INK.panel} stroke={i < 2 ? INK.leaf : 'none'} /><Words x={78 + i * 90} y={29} middle ink={i < 2 ? INK.leaf : INK.muted}>{word}</Words></g>)}
      {bar(40, 56, 110)}{bar(150, 84, 90, true)}{bar(240, 112, 80)}<path d="M150 50V136" stroke={INK.sky} /><path d="M156 65h24m-4 -4l4 4l-4 4M246 93h24m-4 -4l4 4l-4 4M326 121h18m-4 -4l4 4l-4 4" fill="none" stroke={INK.paper} />
    </Drawing>
  );
}

export function NestPicture() {
  return (
    <Drawing about="Three layers wrapped in one nest, which is opened in place">
      {bar(24, 30, 90)}{bar(24, 56, 110)}{bar(24, 82, 70)}<path d="M148 66h36m-6 -5l6 5l-6 5" fill="none" stroke={INK.paper} />
      {bar(200, 56, 130, true)}{Array.from({ length: 14 }, (_, i) => <rect key={i} x={206 + i * 9} y={70 - ((i * 7) % 9)} width="6" height={3 + ((i * 7) % 9)} fill={INK.leaf} fillOpacity="0.5" />)}
      <Words x={265} y={46} middle ink={INK.leaf}>one nest</Words><Words x={265} y={96} middle>Enter opens it</Words>
    </Drawing>
  );
}

export function LoopPicture() {
  return (
    <Drawing about="Picture time of a looped nest: it climbs, falls back and climbs again; level where it is held">
      {[0, 1, 2].map((i) => <path key={i} d={`M${30 + i * 70} 116L${100 + i * 70} 40`} stroke={INK.leaf} strokeWidth="2" />)}<path d="M240 116L270 84H330" fill="none" stroke={INK.leaf} strokeWidth="2" />
      <path d="M20 116H340M20 40H340" stroke="var(--color-line)" /><Words x={24} y={34}>end of the loop</Words><Words x={24} y={132}>its begin</Words><Words x={284} y={78}>a hold</Words>
    </Drawing>
  );
}
