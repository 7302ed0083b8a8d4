import type { Todo } from "@/core/floor/todo";
import type { SaidTodo } from "../words/floor";
import { Link } from "../kit/Link";

const ACTIONS: Partial<Record<Todo["code"], string>> = {
  "fire-free": "Send them there",
  demonstration: "It is shown",
  stuck: "Helped",
  missing: "Say where they are",
  "fire-out": "Move them",
  "two-welds": "Move one",
  "weld-elsewhere": "Move them",
  crowded: "Move one",
};

const actionOf = (todo: Todo): string | undefined =>
  todo.code === "idle" ? (todo.next ? "They take it up" : "Give them a piece") : ACTIONS[todo.code];

/** So many lines are in sight; the rest is counted. What is to come fills what is left of them. */
const MAX_LINES = 6;
const MAX_UPCOMING = 4;

/** What the instructor should do next, in order, each with its reason. */
export function FloorSlate({
  clock,
  todos,
  upcoming,
  onDo,
  pieceOf,
  foot,
  closeHref,
}: {
  clock: string;
  todos: readonly { todo: Todo; said: SaidTodo }[];
  /** What is planned to come, with its time. */
  upcoming: readonly (SaidTodo & { at: string })[];
  onDo: (todo: Todo) => void;
  pieceOf: (workId: string) => string | null;
  foot: string;
  /** Where the evening is closed. */
  closeHref: string;
}) {
  const [first, ...rest] = todos;
  const ahead = upcoming.slice(0, Math.min(MAX_UPCOMING, Math.max(1, MAX_LINES - rest.length)));
  return (
    <aside aria-label="What to do next" className="flex flex-col bg-slate p-6 text-chalk">
      <p className="text-13 text-chalk-2">Now, {clock}</p>
      <div aria-live="polite">
        <h2 className="mt-1 font-slab text-27 leading-tight font-semibold">
          {first ? first.said.title : "Nothing waits for you"}
        </h2>
        <p className="mt-1 text-15 text-chalk-2">
          {first ? first.said.detail : "Go round: who works looks up less than who is stuck."}
        </p>
      </div>
      {first ? <MainAction todo={first.todo} onDo={onDo} pieceOf={pieceOf} /> : null}
      <ol className="mt-4 min-h-0 grow">
        {rest.slice(0, MAX_LINES).map(({ todo, said }, index) => (
          <li
            key={`${todo.code} ${index}`}
            className="grid grid-cols-[68px_minmax(0,1fr)] border-t border-slate-rule py-3"
          >
            <span aria-hidden="true" className="font-slab text-20 text-straw">
              {index + 2}
            </span>
            <div>
              <h3 className="text-15 font-semibold">{said.title}</h3>
              <p className="text-15 text-chalk-2">{said.detail}</p>
              <LineAction todo={todo} onDo={onDo} pieceOf={pieceOf} />
            </div>
          </li>
        ))}
        {rest.length > MAX_LINES ? (
          <li className="border-t border-slate-rule py-3 text-15 text-chalk-2">
            and {rest.length - MAX_LINES} more
          </li>
        ) : null}
        {ahead.map(({ at, title, detail }) => (
          <li
            key={`${at} ${title}`}
            className="grid grid-cols-[68px_minmax(0,1fr)] border-t border-slate-rule py-3"
          >
            <span className="font-slab text-20 text-straw">{at}</span>
            <div>
              <h3 className="text-15 font-semibold">{title}</h3>
              <p className="text-15 text-chalk-2">{detail}</p>
            </div>
          </li>
        ))}
      </ol>
      <p className="border-t border-slate-rule pt-3 text-13 text-chalk-2">{foot}</p>
      <Link
        href={closeHref}
        className="flex min-h-11 items-center text-15 underline underline-offset-3"
      >
        Close the evening
      </Link>
    </aside>
  );
}

interface ActionProps {
  todo: Todo;
  onDo: (todo: Todo) => void;
  pieceOf: (workId: string) => string | null;
}

function MainAction({ todo, onDo, pieceOf }: ActionProps) {
  if (todo.code === "at-bench")
    return (
      <Link href={`/measure/${pieceOf(todo.workId)}`} className="button button-chalk mt-4 w-full">
        Measure it
      </Link>
    );
  const action = actionOf(todo);
  return action ? (
    <button type="button" className="button button-chalk mt-4 w-full" onClick={() => onDo(todo)}>
      {action}
    </button>
  ) : null;
}

function LineAction({ todo, onDo, pieceOf }: ActionProps) {
  const look = "mt-0.5 inline-flex min-h-11 items-center text-15 underline underline-offset-3";
  if (todo.code === "at-bench")
    return (
      <Link href={`/measure/${pieceOf(todo.workId)}`} className={look}>
        Measure it
      </Link>
    );
  const action = actionOf(todo);
  return action ? (
    <button type="button" className={look} onClick={() => onDo(todo)}>
      {action}
    </button>
  ) : null;
}
