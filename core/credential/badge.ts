import { STEP_NAMES, type Step } from "../trade/steps";

/** What a credential says. */
export interface StepAward {
  /** Address of the school's own Bell Step, without a slash at the end. */
  schoolUrl: string;
  schoolName: string;
  /** UUID of this credential; the same award has the same. */
  credentialId: string;
  learnerName: string;
  technique: { id: string; name: string; summary: string };
  step: Step;
  /** What passed it, by the rules it was earned under. */
  passes: string;
  /** ISO 8601. */
  earnedAt: string;
  /** Tags of the pieces that prove it. */
  pieces: readonly string[];
}

/** The school as an issuer of credentials. */
export const issuerOf = ({
  schoolUrl,
  schoolName,
}: Pick<StepAward, "schoolUrl" | "schoolName">) => ({
  id: `${schoolUrl}/api/badge/issuer`,
  type: ["Profile"],
  name: schoolName,
  url: schoolUrl,
});

/**
 * A step in a technique as an open badge: an OpenBadgeCredential of Open Badges 3.0, a
 * Verifiable Credential (W3C data model 2.0) in JSON-LD. The learner is named, not addressed.
 */
export function badgeOf(award: StepAward) {
  const { schoolUrl, credentialId, learnerName, technique, step, passes, earnedAt, pieces } = award;
  return {
    "@context": [
      "https://www.w3.org/ns/credentials/v2",
      "https://purl.imsglobal.org/spec/ob/v3p0/context-3.0.3.json",
    ],
    id: `urn:uuid:${credentialId}`,
    type: ["VerifiableCredential", "OpenBadgeCredential"],
    name: `${technique.name}: ${STEP_NAMES[step]}`,
    issuer: issuerOf(award),
    validFrom: earnedAt,
    credentialSubject: {
      type: ["AchievementSubject"],
      identifier: [
        { type: "IdentityObject", identityType: "name", hashed: false, identityHash: learnerName },
      ],
      achievement: {
        id: `${schoolUrl}/api/badge/achievement/${technique.id}/${step}`,
        type: ["Achievement"],
        achievementType: "Competency",
        name: `${technique.name}: ${STEP_NAMES[step]}`,
        description: technique.summary || technique.name,
        criteria: { narrative: `Step ${step}, “${STEP_NAMES[step]}”: ${passes}.` },
      },
    },
    evidence: [
      {
        type: ["Evidence"],
        name: "Pieces",
        narrative: `Measured and signed: ${pieces.join(", ")}.`,
      },
    ],
  };
}
export type Badge = ReturnType<typeof badgeOf>;
