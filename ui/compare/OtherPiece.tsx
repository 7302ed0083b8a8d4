"use client";

import { useRouter } from "next/navigation";
import { Link } from "../kit/Link";

interface Named {
  id: string;
  tag: string;
}

interface OtherPieceProps {
  pieceId: string;
  other: Named & { learner: string };
  choices: readonly (Named & { why: string })[];
  others: readonly (Named & { learner: string })[];
}

/** Which piece lies beside it: the usual ones by a tap, any other, a partner say, by its tag. */
export function OtherPiece({ pieceId, other, choices, others }: OtherPieceProps) {
  const router = useRouter();
  const path = (id: string) => `/measure/${pieceId}/compare?with=${id}`;
  return (
    <div className="mb-3 flex flex-wrap items-center gap-x-5 gap-y-1 text-15">
      <span>
        with <strong className="font-semibold">{other.tag}</strong> by {other.learner}
      </span>
      {choices
        .filter(({ id }) => id !== other.id)
        .map(({ id, tag, why }) => (
          <Link key={why} href={path(id)} className="link flex min-h-11 items-center">
            {why}, {tag}
          </Link>
        ))}
      <label className="flex min-h-11 items-center gap-2">
        <span className="quiet">another</span>
        <select
          value={other.id}
          className="field w-auto"
          onChange={(event) => router.push(path(event.target.value))}
        >
          {others.map(({ id, tag, learner }) => (
            <option key={id} value={id}>
              {tag}, {learner}
            </option>
          ))}
        </select>
      </label>
    </div>
  );
}
