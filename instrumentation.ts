/** What a server does beside answering; called once as it starts. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  const { scheduleRetention } = await import("./app/retention");
  const { scheduleStandingUpdates } = await import("./app/standingUpdates");
  scheduleRetention();
  scheduleStandingUpdates();
}
