import type { Standing } from "@/core/climb/standing";
import { instrumentThatDecides } from "@/core/measure/finer";
import type { BenchInstrument, BenchPiece } from "@/core/records/bench";
import { printSection } from "@/core/section/spoken";
import type { Salvage } from "@/core/shelf/salvage";
import { STEP_NAMES } from "@/core/trade/steps";
import type { LengthUnit } from "@/core/units/length";
import { printBothUnits } from "@/core/units/print";
import { limitsThatJudge, type Judgement } from "@/core/measure/judge";
import { canBeSigned } from "@/core/verdict/verdict";
import { EnoughNote } from "../slate/EnoughNote";
import { SlateMarks, SlateVerdict } from "../slate/SlateVerdict";
import { RunDots } from "../stair/RunDots";
import { stepInWords, towardsInWords } from "../words/climb";
import { OUTCOME_WORDS } from "../words/verdict";
import { CauseList } from "./CauseList";
import type { Bench } from "./useBench";
import type { Causes } from "./useCauses";
import type { Signing } from "./useSigning";
import { Link } from "../kit/Link";
import { countOf } from "../words/count";

interface BenchSlateProps {
  bench: Bench;
  unit: LengthUnit;
  closed: boolean;
  standing: Standing;
  /** Whether the signature just given brought a step. */
  gained: boolean;
  instruments: readonly BenchInstrument[];
  causes: Causes;
  /** What a spoiled piece could still be used for. */
  left: Salvage | null;
  signing: Signing;
  /** Lights a station; absent once the piece is closed. */
  onPick: ((characteristicId: string) => void) | undefined;
  onOverride: (() => void) | undefined;
}

/** The slate beside the bench, always live: verdict, marks, where it leads, and the signature. */
export function BenchSlate({
  bench,
  unit,
  closed,
  standing,
  gained,
  instruments,
  causes,
  left,
  signing,
  onPick,
  onOverride,
}: BenchSlateProps) {
  const { verdict, piece } = bench;
  const latest = piece.verdicts.at(-1);
  const technique = piece.technique.name;
  return (
    <aside
      id="slate"
      aria-label="Verdict"
      className="flex scroll-mt-2 flex-col bg-slate text-chalk lg:sticky lg:top-0 lg:h-[calc(100dvh-7.125rem)]"
    >
      <div className="grow overflow-y-auto p-6" tabIndex={0} role="group" aria-label="Reasons">
        <Troubles bench={bench} problem={causes.error} />
        {latest ? (
          <p className="mb-3 border-b border-slate-rule pb-3 text-15" data-signed>
            {latest.regraded ? "Graded again" : closed ? "Signed" : "Sent back"} by{" "}
            {latest.signedBy}:{" "}
            <strong className="font-semibold">{OUTCOME_WORDS[latest.outcome]}</strong>
            {closed ? "" : ". Measure again what was worked."}
            {latest.overrideReason ? (
              <span className="block text-chalk-2">
                Decided otherwise than reckoned: {latest.overrideReason}
              </span>
            ) : null}
          </p>
        ) : null}
        <SlateVerdict
          verdict={verdict}
          unit={unit}
          defects={piece.defects.length}
          cheaper={bench.cheaper}
          isLooking={bench.isLooking}
          finer={(judgement) => finerFor(judgement, piece, instruments)}
          onPick={onPick}
        />
        <EnoughNote verdict={verdict} closed={closed}>
          {closed ? null : (
            <button type="button" className="link min-h-11" onClick={() => bench.measureAll(true)}>
              Measure all
            </button>
          )}
        </EnoughNote>
        {bench.measuresAll && !closed ? (
          <p className="mt-3 text-15 text-chalk-2">
            All of it is measured.{" "}
            <button type="button" className="link min-h-11" onClick={() => bench.measureAll(false)}>
              End once enough is known
            </button>
          </p>
        ) : null}
        {left ? <StillGood left={left} unit={unit} /> : null}
        <Towards standing={standing} gained={gained} technique={technique} />
        <CauseList
          causes={causes.likely}
          answers={causes.answers}
          onSay={signing.may ? (cause, holds) => void causes.say(cause, holds) : undefined}
        />
      </div>
      <div className="shrink-0 border-t border-slate-rule px-6 py-4">
        <div className="flex items-center justify-between gap-4">
          <SlateMarks verdict={verdict} />
          {!closed && signing.may && onOverride ? (
            <button
              type="button"
              className="link min-h-11 text-13 text-chalk-2"
              onClick={onOverride}
            >
              Decide otherwise
            </button>
          ) : null}
        </div>
        <Signature bench={bench} closed={closed} signing={signing} />
      </div>
    </aside>
  );
}

/** The signature, or what stands in its place. */
function Signature({
  bench,
  closed,
  signing,
}: Pick<BenchSlateProps, "bench" | "closed" | "signing">) {
  const { piece, verdict } = bench;
  if (bench.signature) return <SignatureWaits bench={bench} />;
  if (closed)
    return (
      <Link href="/measure" className="button button-chalk mt-2 w-full">
        Next piece
      </Link>
    );
  if (!signing.may)
    return (
      <p className="mt-2 text-13 text-chalk-2">
        {piece.selfCheck
          ? "Your own check: an inspection measures again, without looking at it."
          : "An instructor signs the verdict."}
      </p>
    );
  return (
    <button
      type="button"
      className="button button-chalk mt-2 w-full"
      disabled={signing.busy || !canBeSigned(verdict)}
      onClick={() => void signing.sign(null)}
    >
      {signing.busy ? "Signing …" : signLabel(verdict)}
    </button>
  );
}

/** A signature that isn't sent yet: leaving the page doesn't lose it, and it can still be taken back. */
function SignatureWaits({ bench: { signature, dismiss } }: { bench: Bench }) {
  return (
    <div className="mt-2 text-15" role="status">
      <p>
        <strong className="font-semibold">Signed on this device.</strong>{" "}
        <span className="text-chalk-2">
          It goes with the readings when the server can be reached, also when you leave this page.
        </span>
      </p>
      <p className="flex flex-wrap gap-x-5">
        <Link href="/measure" className="link flex min-h-11 items-center">
          Next piece
        </Link>
        <button type="button" className="link min-h-11" onClick={() => dismiss(signature!.order)}>
          Take it back
        </button>
      </p>
    </div>
  );
}

/** Where the piece leads: the step the learner has, and how far it is to the next. */
function Towards({
  standing: { step, towards },
  gained,
  technique,
}: Pick<BenchSlateProps, "standing" | "gained"> & { technique: string }) {
  return (
    <p className="mt-5 border-t border-slate-rule pt-3 text-13 text-chalk-2" data-standing>
      {technique}: <strong className="text-chalk">{stepInWords(step)}</strong>
      {gained ? <span className="block font-slab text-17 text-straw">A step gained.</span> : null}
      {towards ? (
        <span className="mt-1 flex flex-wrap items-center gap-x-2">
          <RunDots have={towards.have} need={towards.need} onSlate />
          {towardsInWords(towards)} for “{STEP_NAMES[towards.step]}”
        </span>
      ) : null}
    </p>
  );
}

/** A piece to start again is stock for another: which, and how much of it is good. */
function StillGood({ left, unit }: { left: Salvage; unit: LengthUnit }) {
  const { section, lengthMm, makes } = left;
  const asked = new URLSearchParams({
    section: printSection(section, unit),
    length: `${Number(lengthMm.toFixed(1))} mm`,
  });
  return (
    <section aria-label="What is left" className="mt-4 border-t border-slate-rule pt-3 text-15">
      <p>
        <strong className="font-semibold">Keep what is good of it:</strong>{" "}
        {printBothUnits(lengthMm, unit)} of {printSection(section, unit)}{" "}
        <span className="text-chalk-2">would still make</span>{" "}
        {makes.map(({ name }) => name).join(", ")}.
      </p>
      <Link href={`/set/offcut?${asked.toString()}`} className="link text-13 text-chalk-2">
        Everything it makes
      </Link>
    </section>
  );
}

/** The instrument in the shop that could decide a reading too close to call. */
function finerFor(
  { characteristicId, value, lower, upper }: Judgement,
  { characteristics }: BenchPiece,
  instruments: readonly BenchInstrument[],
): BenchInstrument | null {
  const characteristic = characteristics.find(({ id }) => id === characteristicId);
  if (!characteristic) return null;
  const limits = limitsThatJudge(characteristic, { lower, upper });
  const { readings: way, instrument } = characteristic;
  return instrumentThatDecides({ value, limits, way }, instrument, instruments);
}

const signLabel = (verdict: Bench["verdict"]) =>
  verdict.outcome && canBeSigned(verdict)
    ? `Sign: ${OUTCOME_WORDS[verdict.outcome].toLowerCase()}`
    : verdict.contradictions.length > 0
      ? "Read it again to sign"
      : verdict.unmeasured.length > 0 && verdict.enough?.drawn !== false
        ? "Measure the rest to sign"
        : verdict.untried.length > 0
          ? "Try it in use to sign"
          : "Decide what is too close to sign";

/** What stands in the way, said where it is seen: nothing is lost, and what is only here says so. */
function Troubles({ bench, problem }: { bench: Bench; problem: string | null }) {
  const { connection, onDevice, refused, dismiss, piece } = bench;
  return (
    <div role="alert">
      {connection === "unreachable" && onDevice.size > 0 ? (
        <Trouble>
          The server can&rsquo;t be reached. {countOf(onDevice.size, "entry is", "entries are")}{" "}
          kept on this device and will be sent when it is back.
        </Trouble>
      ) : null}
      {connection === "signed-out" ? (
        <Trouble>
          You are signed out. What you typed is kept on this device.{" "}
          <a className="link" href={`/sign-in?next=/measure/${piece.id}`}>
            Sign in and go on
          </a>
        </Trouble>
      ) : null}
      {refused.map(({ order, refused: why }) => (
        <Trouble key={order}>
          Not taken: {why?.message}{" "}
          <button type="button" className="link min-h-11" onClick={() => dismiss(order)}>
            I have seen it
          </button>
        </Trouble>
      ))}
      {problem ? <Trouble>{problem}</Trouble> : null}
    </div>
  );
}

function Trouble({ children }: { children: React.ReactNode }) {
  return <p className="mb-3 border-l-4 border-straw bg-ink px-3 py-2 text-15">{children}</p>;
}
