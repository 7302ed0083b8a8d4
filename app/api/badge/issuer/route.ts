import { issuerOf } from "@/core/credential/badge";
import { schoolOfServer } from "@/data/queries/school";
import { refuse } from "@/core/problem/problem";
import { answering } from "../../answer";
import { publicUrl, services } from "../../../server";

/** Who issues the credentials of this address; open to all. */
export async function GET(): Promise<Response> {
  return answering("badge issuer", async () => {
    const schoolName = await schoolOfServer(services().database);
    if (!schoolName) refuse({ code: "school-not-one" });
    return Response.json(issuerOf({ schoolUrl: publicUrl(), schoolName }));
  });
}
