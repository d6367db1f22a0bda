/** The inks of the work surface as the canvas needs them. */
export const INK = {
  deep: '#101209', ground: '#151711', panel: '#1d2018', raised: '#272b21', line: '#343a2c', faint: '#262a20',
  paper: '#ece7da', muted: '#a8a796', leaf: '#a3c76d', amber: '#e2ab52', plum: '#b792c6', chalk: '#ece7da', sky: '#74b3bd', rust: '#d8694a', bark: '#8a6f4e',
} as const;

/** Fills of bars: nests are time and so leaf, the rest is quiet earth. */
export const BARS = {
  nest: { fill: '#33402a', edge: '#6f8b4a' },
  other: { fill: '#3a3222', edge: '#6b5a38' },
  hidden: { fill: '#23261d', edge: '#3a3f31' },
} as const;

/** The eight inks that a layer may be marked with. */
export const LABELS = ['#a3c76d', '#e2ab52', '#74b3bd', '#b792c6', '#d8694a', '#8a6f4e', '#c9bd9a', '#7f93a8'] as const;
