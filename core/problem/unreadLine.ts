/** A line of a list as it was typed that can't be read, counted from 1, with what is accepted. */
export interface UnreadLine {
  line: number;
  message: string;
}
