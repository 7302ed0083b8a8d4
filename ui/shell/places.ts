/** Something the palette can go to besides the verbs: a piece, an exercise, a learner. */
export interface CommandTarget {
  href: string;
  label: string;
  /** What kind of thing it is, and other words it is found by. */
  kind: string;
}

export interface CommandsProps {
  places: readonly { href: string; label: string }[];
  targets: readonly CommandTarget[];
  staff: boolean;
}
