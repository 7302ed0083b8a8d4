import { idSchema } from "@/core/units/fields";
import { isStaff, type Actor } from "@/data/actor";
import { listFloorEvents, mayHearFloor } from "@/data/queries/floorEvents";
import { refuse } from "@/core/problem/problem";
import { hearFloor } from "../../../floorChannel";
import { holderOf, recordsOf } from "../../../server";
import { actorOf, answering } from "../../answer";

/** A line is sent so often, so that nobody between takes the stream for dead, ms. */
const BEAT_MS = 20_000;

/**
 * What happens on the floor of a class, as it happens: every event once, from the one after the
 * last the browser had. Learners hear what is about them.
 */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ classId: string }> },
): Promise<Response> {
  return answering("floor", async () => {
    const actor = await actorOf();
    const { classId } = await params;
    if (!idSchema.safeParse(classId).success) refuse({ code: "record-missing", what: "class" });
    const database = recordsOf(actor);
    await mayHearFloor(database, actor, classId);
    const last = Number(
      request.headers.get("last-event-id") ?? new URL(request.url).searchParams.get("after") ?? 0,
    );
    return new Response(streamOf(request, actor, { classId, last }), {
      headers: {
        "content-type": "text/event-stream",
        "cache-control": "no-store, no-transform",
        // Proxies that buffer would hold events back.
        "x-accel-buffering": "no",
      },
    });
  });
}

/** Sequences may be committed out of their order: so many before the last are read again. */
const SLACK = 50;

function streamOf(
  request: Request,
  actor: Actor,
  { classId, last }: { classId: string; last: number },
): ReadableStream<Uint8Array> {
  const database = recordsOf(actor);
  const encoder = new TextEncoder();
  const learnerId = isStaff(actor) ? undefined : actor.personId;
  const sent = new Set<string>();
  let after = Number.isFinite(last) ? Math.max(0, last - SLACK) : 0;
  let end: () => void = () => undefined;
  return new ReadableStream({
    async start(controller) {
      const send = (text: string) => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          end();
        }
      };
      let reading: Promise<void> = Promise.resolve();
      const read = async () => {
        const events = await listFloorEvents(database, actor, classId, { after, learnerId });
        for (const event of events) {
          if (sent.has(event.id)) continue;
          sent.add(event.id);
          send(`id: ${event.sequence}\ndata: ${JSON.stringify(event)}\n\n`);
        }
        after = Math.max(after, (events.at(-1)?.sequence ?? 0) - SLACK);
      };
      const readNext = () => {
        reading = reading.then(read).catch(() => end());
      };
      const stopClass = await hearFloor([classId], readNext);
      const stopSchool = await hearFloor([actor.schoolId], () =>
        send("event: signed\ndata: {}\n\n"),
      );
      // Whoever was signed out meanwhile, or is somebody else now, hears no more.
      const isStillThere = async () =>
        (await holderOf(request.headers, Date.now()))?.actor.role === actor.role;
      const beat = setInterval(() => {
        isStillThere().then(
          (isThere) => (isThere ? send(": here\n\n") : end()),
          () => end(),
        );
      }, BEAT_MS);
      end = () => {
        stopClass();
        stopSchool();
        clearInterval(beat);
        try {
          controller.close();
        } catch {
          // The browser has gone already.
        }
      };
      request.signal.addEventListener("abort", () => end());
      send("retry: 1500\n\n");
      readNext();
    },
    cancel: () => end(),
  });
}
