import type { LengthUnit } from "@/core/units/length";
import type { ShopFire } from "@/core/records/floor";
import { LearnerCard, type CardOf } from "./LearnerCard";
import type { FloorTaps } from "./useFloorDesk";

/** A fire, and what comes next there: what, and when. */
type FireHere = ShopFire & { next: readonly [what: string, time: string] | null };

interface RoomProps {
  cards: readonly CardOf[];
  fires: readonly FireHere[];
  firesOut: ReadonlySet<string>;
  now: number;
  unit: LengthUnit;
  chosenId: string | null;
  onChoose: (id: string) => void;
  taps: FloorTaps;
}

/** The shop from above: fires in the walls, who stands at each, who elsewhere and who nowhere. */
export function Room(props: RoomProps) {
  const { cards, fires, firesOut } = props;
  const at = (placeId: string) => cards.filter(({ learner }) => learner.fireId === placeId);
  const stations = fires.filter(({ id, heats }) => !heats && at(id).length > 0);
  const nowhere = cards.filter(({ learner }) => !fires.some(({ id }) => id === learner.fireId));
  return (
    <div className="border-[7px] border-rule bg-limewash p-2">
      <div className="grid gap-x-4 gap-y-3 md:grid-cols-2">
        {fires
          .filter(({ heats }) => heats)
          .map((fire, index) => (
            <section
              key={fire.id}
              aria-label={`Fire ${fire.name}`}
              className={`flex gap-2 ${index % 2 === 1 ? "md:flex-row-reverse" : ""}`}
            >
              <FireInWall fire={fire} isOut={firesOut.has(fire.id)} />
              <div className="min-w-0 grow">
                {at(fire.id).map((card) => (
                  <Card key={card.id} card={card} {...props} />
                ))}
              </div>
            </section>
          ))}
      </div>
      {stations.map(({ id, name }) => (
        <Elsewhere key={id} name={name} {...props} cards={at(id)} />
      ))}
      {nowhere.length > 0 ? <Elsewhere name="Nowhere yet" {...props} cards={nowhere} /> : null}
    </div>
  );
}

/** Who isn't at a fire, and where they are. */
function Elsewhere({ name, ...props }: RoomProps & { name: string }) {
  return (
    <section aria-label={name} className="mt-3 border-t border-rule-strong pt-2">
      <h2 className="quiet text-13">{name}</h2>
      <div className="grid gap-x-4 md:grid-cols-2">
        {props.cards.map((card) => (
          <Card key={card.id} card={card} {...props} />
        ))}
      </div>
    </section>
  );
}

function Card({ card, now, unit, chosenId, onChoose, taps }: RoomProps & { card: CardOf }) {
  return (
    <LearnerCard
      card={card}
      now={now}
      unit={unit}
      isChosen={card.id === chosenId}
      onChoose={() => onChoose(card.id)}
      onHeat={() => taps.heat(card)}
      onStage={() => taps.stage(card)}
      onBench={() => taps.toBench(card)}
    />
  );
}

function FireInWall({ fire: { name, welds, next }, isOut }: { fire: FireHere; isOut: boolean }) {
  return (
    <div className="flex w-14 shrink-0 flex-col items-center self-stretch border-4 border-rule bg-[#EAE6DA] py-3 text-13">
      <FireSign name={name} welds={welds} isOut={isOut} />
      {welds ? <b>welds</b> : null}
      {isOut ? <b>out</b> : null}
      {next ? (
        <span className="mt-1 w-full text-center leading-tight break-words text-ink-2">
          {next[0]} <span className="whitespace-nowrap">{next[1]}</span>
        </span>
      ) : null}
    </div>
  );
}

function FireSign({ name, welds, isOut }: { name: string; welds: boolean; isOut: boolean }) {
  return (
    <svg viewBox="0 0 48 48" className="size-12" aria-hidden="true">
      {welds ? (
        <circle cx="24" cy="24" r="22" fill="none" stroke="#20262B" strokeWidth="2" />
      ) : null}
      <circle
        cx="24"
        cy="24"
        r="17"
        fill={isOut ? "none" : "#20262B"}
        stroke="#20262B"
        strokeDasharray={isOut ? "4 3" : undefined}
      />
      <text
        x="24"
        y="31"
        textAnchor="middle"
        fontSize="20"
        fontWeight="600"
        fill={isOut ? "#20262B" : "#FBFAF5"}
      >
        {name.slice(0, 3)}
      </text>
    </svg>
  );
}
