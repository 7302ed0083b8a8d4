import { issuerOf } from "@/core/credential/badge";
import { schoolOfServer } from "@/data/queries/school";
import { answering, failureResponse } from "../../answer";
import { publicUrl, services } from "../../../server";

/** Who issues the credentials of this address; open to all. */
export async function GET(): Promise<Response> {
  return answering("badge issuer", async () => {
    const schoolName = await schoolOfServer(services().database);
    if (!schoolName) return failureResponse("not-found", "There is no one school at this address.");
    return Response.json(issuerOf({ schoolUrl: publicUrl(), schoolName }));
  });
}
