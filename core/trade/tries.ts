/** What is done about a try that fails, by what it asks; and whether anything can be (common practice, no source). */
interface FailedTry {
  asks: RegExp;
  say: string;
  /** Whether the piece is lost. */
  isLost?: true;
}

const FAILED: readonly FailedTry[] = [
  {
    asks: /crack/i,
    say: "A crack runs on: start again, and stop when the steel darkens",
    isLost: true,
  },
  {
    asks: /\b(weld|welds|seam|seams|pry|pried|prise|prised)\b/i,
    say: "Open the weld, brush, flux and weld it again: three or four welding heats",
  },
  { asks: /\b(swing|swings|pivot|pivots|rivet|rivets)\b/i, say: "Warm it and work it free" },
  { asks: /\b(level|hang|hangs|balance|balances)\b/i, say: "True it until it hangs level" },
  {
    asks: /\b(rock|rocks|rocking|stand|stands|sit|sits|flat)\b/i,
    say: "True it on the plate until it stands",
  },
  {
    asks: /\b(match|matches|partner|alike|pair)\b/i,
    say: "Gauge it off its partner and bring it to that",
  },
  { asks: /\b(grip|grips|hold|holds|tight)\b/i, say: "Close it until it grips" },
  {
    asks: /\b(open|opens|spring|springs|clear|clears|travel)\b/i,
    say: "Find where it binds on its way, and ease that",
  },
  {
    asks: /\b(slide|slides|pass|passes|fit|fits|enter|enters|pin|through|over)\b/i,
    say: "Mark where it binds with chalk, and ease that",
  },
  {
    asks: /\b(ring|rings|sound|sounds)\b/i,
    say: "Look for what deadens it: a seam left open or a part left loose",
  },
  { asks: /\b(sharp|burr|burrs|edge|edges|cut|cuts)\b/i, say: "Break every edge" },
];

const ANY_FAILED: FailedTry = { asks: /./, say: "Find what keeps it from that, and put it right" };

/**
 * What to do about a try that failed, in its own words.
 *
 * @example failedTry("Does it swing freely?").say → "Warm it and work it free"
 */
export const failedTry = (question: string): { say: string; isLost: boolean } => {
  const { say, isLost = false } = FAILED.find(({ asks }) => asks.test(question)) ?? ANY_FAILED;
  return { say, isLost };
};
