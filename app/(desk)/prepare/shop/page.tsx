import type { Metadata } from "next";
import { isInstructor, STAFF } from "@/data/actor";
import { listPlaces, listRack } from "@/data/queries/evening";
import { FireForm } from "@/ui/evening/FireForm";
import { StationForm } from "@/ui/evening/StationForm";
import { NewBar, RackList } from "@/ui/evening/RackForm";
import { PageTitle } from "@/ui/kit/PageTitle";
import { countOf } from "@/ui/words/count";
import { requireActor, recordsOf } from "../../../server";

export const metadata: Metadata = { title: "The shop" };

export default async function ShopPage() {
  const actor = await requireActor(STAFF);
  const database = recordsOf(actor);
  const [places, rack] = await Promise.all([
    listPlaces(database, actor),
    listRack(database, actor),
  ]);
  const fires = places.filter(({ heats }) => heats);
  const stations = places.filter(({ heats }) => !heats);
  const manages = isInstructor(actor);
  const unit = actor.firstUnit;
  return (
    <main className="grow p-5">
      <PageTitle title="The shop" under={{ href: "/prepare", label: "Prepare" }} />
      <section aria-label="Fires" className="mb-8">
        <h2 className="mb-1 font-slab text-20 font-semibold">Fires</h2>
        <div className="border-t-2 border-ink bg-sheet">
          {manages ? (
            <>
              {fires.map((fire) => (
                <FireForm key={fire.id} fire={fire} unit={unit} />
              ))}
              <FireForm fire={null} unit={unit} />
            </>
          ) : (
            <ul className="p-3 text-15">
              {fires.map(({ id, name, places: room, welds }) => (
                <li key={id}>
                  Fire {name}, {countOf(room, "place")}
                  {welds ? ", welds" : ""}
                </li>
              ))}
            </ul>
          )}
        </div>
        <p className="quiet mt-1 text-13">
          Even heat is the length it heats evenly; the opening is what fits into it. Leave them
          empty where anything goes. Without fires here an evening reckons with as many as are lit,
          two to each.
        </p>
      </section>
      <section aria-label="Other places" className="mb-8">
        <h2 className="mb-1 font-slab text-20 font-semibold">Other places</h2>
        <div className="border-t-2 border-ink bg-sheet">
          {manages ? (
            <>
              {stations.map((station) => (
                <StationForm key={station.id} station={station} />
              ))}
              <StationForm station={null} />
            </>
          ) : (
            <ul className="p-3 text-15">
              {stations.map(({ id, name, places: room }) => (
                <li key={id}>
                  {name}, {countOf(room, "place")}
                </li>
              ))}
            </ul>
          )}
        </div>
        <p className="quiet mt-1 text-13">
          A vice, a twisting bench, a grinder: the floor shows who is there, and when there are more
          than there is room for.
        </p>
      </section>
      <section aria-label="Rack" className="mb-8">
        <h2 className="mb-1 font-slab text-20 font-semibold">Rack and offcuts</h2>
        <RackList bars={rack} unit={unit} />
        <NewBar unit={unit} />
      </section>
    </main>
  );
}
