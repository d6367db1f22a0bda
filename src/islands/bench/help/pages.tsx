import type { ReactNode } from 'react';
import { FUNCTIONS } from '../../../core/formulas';
import { OPERATORS } from '../../../core/timing';
import { BarPicture, BenchPicture, CurvePicture, FormulaPicture, HandlesPicture, LoopPicture, NestPicture, PenPicture, SwitchPicture } from './pictures';

export type HelpPage = { readonly id: string; readonly title: string; readonly picture: ReactNode; readonly says: readonly string[]; readonly lists?: readonly (readonly [name: string, about: string])[] };

/** Help as short pages, each with a picture. */
export const HELP_PAGES: readonly HelpPage[] = [
  {
    id: 'start', title: 'The Bench', picture: <BenchPicture />,
    says: [
      'The picture is above, the timeline below, and everything about time lies on the timeline’s one axis.',
      'At the left the library holds compositions, media and checks; a composition is dragged from there onto the picture or the rows. At the right stands what can be changed on the layer that is selected; with nothing selected, the composition.',
      'Ctrl+K finds any action by a plain word, with its shortcut. A right-click offers the ones that fit.',
      'By the saved state stands what was said, and what was done: each edit of this window can be taken back alone, whatever was done after it.',
    ],
  },
  {
    id: 'picture', title: 'On the picture', picture: <HandlesPicture />,
    says: [
      'Click a layer to select it; click the same place again for the one beneath. A drag over empty ground selects all that it touches.',
      'Round grips at the corners size, those at the sides stretch. The bent arrow turns, the slanted grip below leans, the ring is the pivot around which it turns: pull it by the end of its stem, and let it go on the target of another layer to follow that.',
      'Lines light up where edges, middles and thirds meet. Alt lets go of them for a drag, Shift keeps to one axis. Arrow keys nudge by a pixel while the picture has the keyboard.',
    ],
  },
  {
    id: 'draw', title: 'Drawing', picture: <PenPicture />,
    says: [
      'New, under the picture, has rectangles, ellipses, polygons and stars: drag one out, or click for one of ordinary size.',
      'With the pen a press sets a corner and a drag bends it. The first corner closes the path, Enter ends it open.',
      'Double-click a drawn path to pull its corners and handles. Double-click a text to write. Dropped SVG drawings become shapes where they can.',
    ],
  },
  {
    id: 'bars', title: 'Bars and their grips', picture: <BarPicture />,
    says: [
      'A bar says when its layer is seen. Drag it to slide it; its keys and markers go along.',
      'Each end has two grips: the upper half trims and leaves what is inside where it is, the lower half stretches all of it.',
      'L opens the picture time of a nest: loop ends, pauses, cuts, slopes and pins are pulled where they stand, feet say how softly a rate changes, and a double-click on the line puts a key of time there. In the panel a time may be the name of a marker inside: arrive + 4.',
      'What a composition marks as rigid is hatched on every use; the lower grip of a bar then stretches only the rest.',
      'Where one layer ends as another begins, two small wedges in the middle of the bar roll both at once.',
      'Pull the line of a nest’s picture time sideways and what it shows slides under the bar, which stays. Bars are split, joined and their ends rolled; gaps are closed: Ctrl+K finds it.',
      'Shift+I and Shift+O trim to the playhead, S splits there, M sets a marker; I and O begin and end the play range. A marker that lasts has a band: its end is pulled.',
    ],
  },
  {
    id: 'keys', title: 'Keys', picture: <CurvePicture />,
    says: [
      'Upright pegs are keys, the line between two is the motion itself. With keying on (R) every change becomes a key at the playhead.',
      'With keying off, changing a channel that has keys moves all of them by the same amount, and says so.',
      'Beside each value its string shows the keys around the playhead: the middle sets or removes one, left and right of it lead to the neighbours.',
      'A track’s first key keeps what was before it, where the layer’s motion was or where its bar begins. How new keys are shaped, and how far the playhead goes on after a pose, is chosen beside Keying.',
      'Drag pegs to move them, or nudge them with comma and full stop; with Shift they go to the next beat, marker or key. Select several with a marquee over their rows. Ctrl+C and Ctrl+V carry them to other layers and compositions.',
    ],
  },
  {
    id: 'motion', title: 'The motion between keys', picture: <CurvePicture />,
    says: [
      'Pull the line between two pegs: sideways for over how many frames it leaves or arrives, up and down for how far it goes past. A double-click puts a key there that changes nothing.',
      'L grows selected keys into a lane, Shift+L over the whole timeline: keys and handles are dragged there, with Shift along one axis; the faint line is the speed. The pencil draws a motion by hand. A tail is pulled out to repeat.',
      'The panel says of a selected key when it is, what it shows, how it leaves and arrives. Curves are pressed, or pulled sideways for how strong they are, and kept with the project; their strength, and how far they go past, are typed in percent.',
      'Several selected keys are a bar with two grips that spread them. Even, reverse, thin, one after another, on beats: Ctrl+K finds them all by plain words.',
    ],
  },
  {
    id: 'poses', title: 'Poses', picture: <HandlesPicture />,
    says: [
      'Y lands: the pose here is keyed, the playhead goes back, and what is changed there is where it comes from. It may drift on afterwards.',
      'Partners give each other their pose, mirrored. Ghosts (G) show the poses before and after; each can be dragged.',
      'X types the pose in one line: down 280 turn -12. In the rows values are typed where they stand; Tab goes on to the next row, Page down to the next key. In the panel several layers take +10 each by its own, and 20..70 in even steps from the first to the last.',
      'J gives the motion of a layer to the others that are selected, each so many frames later. A pace after a key finds the time of the next.',
      'A span can be worked in while its neighbours hold still; time is put in or taken out at the playhead, on all layers or some.',
    ],
  },
  {
    id: 'switches', title: 'Snap, Ripple, Together', picture: <SwitchPicture />,
    says: [
      'Three switches stand by the timeline. Tap 1, 2 or 3, or hold one for as long as it is wanted.',
      'Snap: drags catch the playhead, ends, keys, markers and beats, and tell what they caught.',
      'Ripple: what comes later moves along. Together: what stands at the same moment on other layers moves along, and no key passes its neighbour.',
    ],
  },
  {
    id: 'nests', title: 'Nests', picture: <NestPicture />,
    says: [
      'Ctrl+Enter wraps what is selected in a composition of its own, which can then be timed as one and used many times.',
      'Enter or a double-click opens a nest in place at the frame that is on screen; Shift+Enter goes back out.',
      'It happens at once: type its name, and flip what rides outside, on the nest, in the strip over the tracks; pull its span by two pegs on the ruler.',
    ],
  },
  {
    id: 'loops', title: 'Bending time', picture: <LoopPicture />,
    says: [
      'Timing, at the right, is a list of steps that time falls through: loop, reverse, speed, ramp, pause, freeze, remap, hold on twos. L shows it as a lane: its ends, cuts and slopes are pulled there, and Ripple says whether what follows goes along.',
      'P lets what is selected stand at the playhead for a while, Shift+P plays a part of it faster or slower; what gives for that is chosen in words, its two ends are pegs on the ruler, and before Enter it says what comes of it. A second one changes the ramp that is there.',
      'While Bar follows is on, a bar ends where its last picture is shown; a loop goes on to the end of the film. A switch by the playhead lets that stay with the picture.',
      'A lets several come one after another, and remembers it: “over 2s outward” is one entry, and the number on each bar is pulled onto another.',
      'Bake into keys writes a timing out, as deep as the nests go, and shows at every frame that nothing moved.',
      'A time that is pulled onto a marker inside is tied to it: move the marker, and every loop, cue and pause that holds on to it goes along. “Here at 100 %” in the lane opens how fast it runs over time; the part at the playhead is typed there.',
      'What is rigid in a nest is hatched on its bar, and its edges are pulled there for every use. On a layer with keys alone, stretching offers to nest it, so that what moves keeps its pace.',
      'L shows the picture time of a nest under its bar: slope is speed, level is a hold, downward runs backwards. Shift+L gives it the whole timeline.',
      'The trail under the picture tells every step with its number. A click on a step leads there. Inside a nest it begins where the film does. Problems, such as a seam that is open, stand on the ruler, on the bar, and in its lane with what to do.',
    ],
    lists: OPERATORS.map(({ title, about }) => [title, about] as const),
  },
  {
    id: 'formulas', title: 'Formulas', picture: <FormulaPicture />,
    says: [
      'Typed first, = in a value begins a formula: amber is what is keyed, a double thin line what the formula makes of it. Enter keeps it, Esc lets go, Shift+Enter is a new line. In its lane (L) it is written beside its curve.',
      'Where a value is missing, press what shall stand there: a row, a field of the panel, a layer on the picture. A link told in words, “half of Tram’s turn, 4 frames later”, is such a formula; its numbers are typed.',
      't and f are the layer’s own time in seconds and frames, clock, beat and bar the composition’s, keyed what the keys say, index and count which copy or which of the selected layers it is. Lamp.turn @ (clock - 4f) is another track, four frames ago.',
      '2s, 12f, 1b and 1bar are times, 90deg an angle, 50% a share. Numbers are pulled sideways while the picture follows. What a part comes to at the playhead is told where the pointer rests on it.',
      'What is wrong is underlined and told in a sentence, here, on the row and in Checks, most often with a mend; until then the track keeps its keyed value. The switch beside a formula lets the keys count, the key writes it out as keys.',
      'A sprout offers recipes: sway, flicker, follow with a lag, come to rest, spell out, each with its dials. In Timing a formula gives the time of what is shown; a stagger may go by one.',
    ],
  },
  {
    id: 'dials', title: 'Dials', picture: <FormulaPicture />,
    says: [
      'A layer of dials (New) holds values with names, which formulas read as Desk.Sway: numbers, angles, points, colours, switches, choices and texts. They are keyed and driven as any track; a point is pulled on the picture too.',
      'A dial that is public stands first on every nest that shows its composition, and is set there for that use alone: a value, keys or a formula.',
      'Thin lines on the heads tell who drives whom: a dot at the one that is read, a hook at each that reads it. Renaming a layer, a dial or a marker writes its new name in every formula.',
    ],
  },
  { id: 'functions', title: 'Functions of formulas', picture: <FormulaPicture />, says: ['While a formula is written they are completed, each with a line of help and its shape. What ends in ? may be left out.'], lists: FUNCTIONS.map(({ name, takes, about }) => [`${name}(${takes.join(', ')})`, about] as const) },
];
