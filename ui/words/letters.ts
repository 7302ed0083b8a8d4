import type { AccountChange } from "@/core/records/account";

/** A way back for who forgot their password. */
export const wayBackLetter = ({
  name,
  school,
  link,
}: {
  name: string;
  school: string;
  link: string;
}) => ({
  subject: "A way back into Bell Step",
  text: `Hello ${name},

somebody, most likely you, asked for a way back into your account at ${school}. Open this within an hour to choose a new password; it works once:

${link}

If it wasn't you, leave it: nothing has changed.
`,
});

const CHANGED: Record<AccountChange, string> = {
  password: "The password of your account was changed.",
  email: "The address of your account was changed. From now on you sign in with the new one.",
  sessions: "",
};

/** Told to the owner of an account when it was changed; null for what they needn't be told. */
export const changeLetter = (
  change: AccountChange,
  { name, school }: { name: string; school: string },
) =>
  CHANGED[change] === ""
    ? null
    : {
        subject: "Your account was changed",
        text: `Hello ${name},

${CHANGED[change]} If it wasn't you, tell an owner of ${school} at once: they can end every session of yours and give you a way back.
`,
      };
