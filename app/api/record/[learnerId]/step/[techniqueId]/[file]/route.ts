import { v5 as uuidV5 } from "uuid";
import { idSchema } from "@/core/units/fields";
import { readBadgeKey, signBadge } from "@/data/badges";
import { findAward } from "@/data/queries/award";
import { certificatePdf } from "@/print/record";
import { answeringFile } from "../../../../../answer";
import { fileName, fileResponse } from "../../../../../fileResponse";
import { publicUrl, recordsOf } from "../../../../../../server";

/** Names of this product's credentials (RFC 9562, version 5): the same award has the same. */
const NAMESPACE = "6d3f0c0e-6a52-5f0b-9a3e-2f1f8a1b7c55";

/** The step a learner holds in a technique, as a certificate and as a signed credential. */
export async function GET(
  _: Request,
  { params }: { params: Promise<{ learnerId: string; techniqueId: string; file: string }> },
): Promise<Response> {
  const { learnerId, techniqueId, file } = await params;
  return answeringFile("certificate", learnerId, async (actor, id) => {
    const technique = idSchema.safeParse(techniqueId);
    if (!technique.success || !["certificate.pdf", "credential.jwt"].includes(file)) return null;
    const found = await findAward(recordsOf(actor), actor, id, technique.data);
    if (!found) return null;
    const award = {
      ...found,
      schoolUrl: publicUrl(),
      schoolName: actor.schoolName,
      timeZone: actor.timeZone,
      credentialId: uuidV5(`${id}/${technique.data}/${found.step}/${found.earnedAt}`, NAMESPACE),
    };
    const name = `${fileName(`${award.learnerName} ${award.technique.name}`)}-${file}`;
    if (file === "certificate.pdf") {
      const paper = actor.firstUnit === "in" ? "letter" : "a4";
      const body = await certificatePdf(award, paper);
      return fileResponse(body, { type: "application/pdf", name, shown: true });
    }
    const key = await readBadgeKey(process.env.BELL_STEP_BADGE_KEY);
    return fileResponse(await signBadge(award, key), { type: "application/jwt", name });
  });
}
