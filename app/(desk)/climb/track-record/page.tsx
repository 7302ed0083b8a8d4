import type { Metadata } from "next";
import { MAX_CHANCE } from "@/core/inspection/enough";
import { STAFF } from "@/data/actor";
import { findTrackRecords, type TrackRecords } from "@/data/queries/trackRecord";
import { ClimbTabs } from "@/ui/climb/ClimbTabs";
import { choicesInWords, earlyEndsInWords, trackRecordInWords } from "@/ui/words/trackRecord";
import { requireActor, recordsOf } from "../../../server";

export const metadata: Metadata = { title: "How sure are we" };

interface Claim {
  what: string;
  said: string;
  /** How it was checked before any school used it. */
  checked: string;
  own?: (record: TrackRecords) => string;
}

const CLAIMS: readonly Claim[] = [
  {
    what: "Pieces to go",
    said: "How many more pieces to the next step: a stretch, and how often such stretches hold. Moved every day by what this school’s own forecasts came to.",
    checked:
      "On made-up learners of seven kinds the stretches hold as often as stated in every group that can be seen beforehand. Who makes no progress, or suddenly does, can’t be seen beforehand.",
    own: ({ piecesToGo }) => trackRecordInWords(piecesToGo),
  },
  {
    what: "True by margin",
    said: "Where the school chose it: fewer pieces, well inside their limits, prove what so many in a row do.",
    checked:
      "By sampling for variables (ISO 3951-2). On made-up learners of five hands, slips among them, whoever the count keeps out is taken no oftener; who makes 95 good ones in a hundred is there in three quarters of the pieces.",
  },
  {
    what: "What practice does",
    said: "That errors get smaller, from nine in ten that they do; that nothing changes, from eight in ten; else that it can’t be told yet.",
    checked:
      "On made-up learners: of hands that don’t change at most one in fifteen is said to get better, of hands that do at most one in fifteen not to. Of those who do, two to three in five are told so after twenty pieces.",
  },
  {
    what: "Going stale",
    said: "How likely a sound piece is now: how well they do it fresh, and how fast that goes.",
    checked:
      "On made-up learners that forget fast, slowly and not at all, retests come out within ten in a hundred of what was said. A hand that was never sure of it is not called stale.",
    own: ({ retests }) => trackRecordInWords(retests),
  },
  {
    what: "What stands out in a run",
    said: "A drift, one out, turns, stretches, two kinds; nothing of what it comes from.",
    checked:
      "Of a hundred steady runs of ten with fourteen sizes at most five to seven are called. “Worth a look” is said where one such look in ten is nothing.",
  },
  {
    what: "Why, probably",
    said: "By the trade’s table: possible, likely, very likely. From thirty answers of this school’s instructors its likelihoods are shifted and stretched to what they say, each cause by itself from ten, and from two hundred each sign of a cause.",
    checked:
      "On made-up answers a table that is wrong throughout comes right by what a hundred of them say; what a single sign is worth, by some hundreds.",
    own: ({ causes }) => `The table alone. ${trackRecordInWords(causes)}`,
  },
  {
    what: "Keeps coming back",
    said: "A cause on more of the latest pieces than the school’s own rate of it would show, but one time in twenty for each.",
    checked:
      "By the binomial distribution, each cause by itself; the school’s rate by its latest two hundred pieces. Of made-up learners who are as all others 6 to 25 in a hundred have some cause called, more the more causes there are; where the school has it on one piece in twenty and a learner on every other, four of five are.",
  },
  {
    what: "The drill helped",
    said: "Only where a cause fell by more than the learner’s other causes did; else the two counts.",
    checked:
      "Of drills that do nothing, three in a hundred are said to have helped; of those that cure, one in five is found.",
  },
  {
    what: "What to make next",
    said: "The exercise with the most reasons; easier ones are left out for who is past them.",
    checked:
      "On made-up learners it takes 75 to 93 hundredths of the time the list takes to ten times True: least where much is known already and techniques share it, most where they share nothing. With hands much less sure it takes 89 to 98. The best ways found, which see how good they truly are, take 72 to 93. Close calls drawn by lot cost up to two.",
    own: ({ choices }) => choicesInWords(choices),
  },
  {
    what: "Kept at once",
    said: "How many in ten of an exercise’s next pieces are kept at once: as of its step in this school, moved by how much oftener the learner’s own latest pieces, four and more, were. Of what is going stale nothing but how fresh it is.",
    checked:
      "On made-up learners, sure hands and poor ones, as many come as are said within fourteen in a hundred, whether few or many are said, mostly within eight. For sure hands it tells a little more than the learner’s own share so far, for poor ones no more.",
    own: ({ chances }) => trackRecordInWords(chances),
  },
  {
    what: "An exercise as a test",
    said: "Few pass, or most, by the bound of what the first tries agree with; whether it tells, only where its interval is clear of nothing.",
    checked: "By published bounds (Clopper and Pearson, Fisher).",
  },
  {
    what: "Enough measured",
    said: `An inspection may end where what isn’t read changes its verdict one time in ${1 / MAX_CHANCE} or less; how often is said.`,
    checked:
      "On made-up pieces with slips on three sizes in a hundred the verdict is that of all readings in 99 of a hundred, and at least 97 in a hundred of the pieces that all readings would not keep are found; nine tenths is read then. With slips on one in a hundred up to a fifth of those pieces is kept. Without slips a third to a half is read.",
    own: ({ early }) =>
      early ? earlyEndsInWords(early) : "This school measures everything, at every inspection.",
  },
  {
    what: "The eye",
    said: "Which way it leans, from five calls, and whether small things look larger, from eight.",
    checked: "A true eye is said to lean one time in twenty.",
  },
];

export default async function RecordPage() {
  const actor = await requireActor(STAFF);
  const record = await findTrackRecords(recordsOf(actor), actor);
  return (
    <main className="max-w-4xl p-5">
      <ClimbTabs />
      <h1 className="font-slab text-27 font-semibold">How sure are we</h1>
      <p className="text-15 text-ink-2">
        What is said about people, how that was checked, and how often it came so in this school,
        reckoned again from its own pieces.
      </p>
      <dl className="mt-4 border-t-2 border-ink">
        {CLAIMS.map(({ what, said, checked, own }) => (
          <div
            key={what}
            className="border-b border-rule py-3 sm:grid sm:grid-cols-[12rem_1fr] sm:gap-5"
          >
            <dt className="font-slab text-17 font-semibold">{what}</dt>
            <dd className="text-15">
              <p>{said}</p>
              <p className="quiet mt-1">{checked}</p>
              {own ? <p className="mt-1 font-semibold">{own(record)}</p> : null}
            </dd>
          </div>
        ))}
      </dl>
    </main>
  );
}
