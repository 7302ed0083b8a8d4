/** What a server does beside answering; called once as it starts. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  const { scheduleChores } = await import("./app/housekeeping");
  scheduleChores();
}
