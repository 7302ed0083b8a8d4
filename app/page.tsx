import { redirect } from "next/navigation";
import { homeOf, requireActor } from "./server";

export default async function Home() {
  redirect(homeOf(await requireActor()));
}
