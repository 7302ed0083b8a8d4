import type { FloorHappening } from "@/core/floor/events";
import type { ShopFire } from "@/core/records/floor";
import { newId } from "../command";
import { SheetDialog } from "../kit/Sheet";
import { placeInWords } from "../words/floor";
import type { CardOf } from "./LearnerCard";
import type { FloorDesk } from "./useFloorDesk";

/** Everything that can be said of one learner. */
export function LearnerSheet({
  card,
  desk: { live, taps, isOpen, setOpen, plannedFor, returnedFor },
  fires,
}: {
  card: CardOf;
  desk: FloorDesk;
  fires: readonly ShopFire[];
}) {
  const { id: learnerId, name, learner, work } = card;
  const { firesOut } = live.floor;
  const isOut = learner.fireId !== null && firesOut.has(learner.fireId);
  const returned = returnedFor(learnerId);
  const say = (event: FloorHappening) => {
    taps.tell(event);
    setOpen(false);
  };
  const begin = (workId: string, revisionId: string) =>
    say({ kind: "begin", learnerId, workId, revisionId });
  const others = plannedFor(learnerId).filter(({ revisionId }) => revisionId !== work?.revisionId);
  return (
    <SheetDialog title={name} open={isOpen} onOpenChange={setOpen}>
      <Group title="Is">
        {(["here", "late", "away"] as const).map((as) => (
          <Choice
            key={as}
            isOn={learner.attendance === as}
            onClick={() => say({ kind: "attend", learnerId, as })}
          >
            {as}
          </Choice>
        ))}
        <Choice
          isOn={learner.stuckSince !== null}
          onClick={() => say({ kind: "stuck", learnerId, isOn: learner.stuckSince === null })}
        >
          stuck
        </Choice>
        <Choice
          isOn={learner.waitingSince !== null}
          onClick={() => say({ kind: "wait", learnerId, isOn: learner.waitingSince === null })}
        >
          waits for a fire
        </Choice>
      </Group>
      <Group title="Stands at">
        {fires.map(({ id: fireId, ...place }) => (
          <Choice
            key={fireId}
            isOn={learner.fireId === fireId}
            onClick={() => say({ kind: "go", learnerId, fireId })}
          >
            {placeInWords(place)}
            {firesOut.has(fireId) ? ", out" : ""}
          </Choice>
        ))}
        <Choice
          isOn={learner.fireId === null}
          onClick={() => say({ kind: "go", learnerId, fireId: null })}
        >
          nowhere
        </Choice>
      </Group>
      {fires.some(({ id, heats }) => heats && id === learner.fireId) ? (
        <Group title="The fire">
          <Choice
            isOn={isOut}
            onClick={() =>
              say({
                kind: "fire",
                fireId: learner.fireId!,
                isOut: !isOut,
              })
            }
          >
            {isOut ? "burns again" : "is out"}
          </Choice>
        </Group>
      ) : null}
      {work ? (
        <Group title="The piece">
          <Choice onClick={() => taps.heat(card, -1)}>one heat less</Choice>
          <Choice onClick={() => taps.stage(card, -1)}>back a stage</Choice>
          <Choice
            onClick={() => {
              taps.toBench(card);
              setOpen(false);
            }}
          >
            to the bench
          </Choice>
          <Choice onClick={() => say({ kind: "spoil", learnerId, workId: work.id })}>
            is spoiled
          </Choice>
        </Group>
      ) : null}
      {returned.length > 0 ? (
        <Group title="Came back for another heat">
          {returned.map((one) => (
            <Choice key={one.id} onClick={() => begin(one.id, one.revisionId)}>
              {one.name}
            </Choice>
          ))}
        </Group>
      ) : null}
      <Group title={work ? "Lays it aside for" : "Takes up"}>
        {others.length === 0 ? <p className="quiet text-15">Nothing else is planned.</p> : null}
        {others.map(({ revisionId, name: piece, workId }) => (
          <Choice key={revisionId} onClick={() => begin(workId ?? newId(), revisionId)}>
            {piece}
            {workId ? ", begun" : ""}
          </Choice>
        ))}
      </Group>
    </SheetDialog>
  );
}

function Group({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <fieldset className="mb-4">
      <legend className="mb-1 text-13 text-ink-2">{title}</legend>
      <div className="flex flex-wrap gap-2">{children}</div>
    </fieldset>
  );
}

function Choice({
  isOn,
  onClick,
  children,
}: {
  isOn?: boolean;
  onClick: () => void;
  children: React.ReactNode;
}) {
  return (
    <button
      type="button"
      aria-pressed={isOn}
      onClick={onClick}
      className={`button ${isOn ? "button-main" : ""}`}
    >
      {children}
    </button>
  );
}
