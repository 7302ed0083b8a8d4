import type { Role } from "@/core/records/peopleCommands";

/** What somebody is, in a sentence. */
export const ROLE_WITH_ARTICLE: Record<Role, string> = {
  owner: "an owner",
  instructor: "an instructor",
  assistant: "an assistant",
  learner: "a learner",
};

/** What each may do, for whoever chooses. */
export const ROLE_MEANS: Record<Role, string> = {
  owner: "everything, and who is on the staff",
  instructor: "sets, signs and brings in learners",
  assistant: "measures and records, does not sign",
  learner: "makes, and sees their own",
};
