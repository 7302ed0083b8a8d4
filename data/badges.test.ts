import { createPublicKey, generateKeyPairSync, verify } from "node:crypto";
import { readBadgeKey, signBadge, verifyBadge } from "./badges";
import { findAward } from "./queries/award";
import { newId } from "./testing/database";
import { openDemoSchool, type DemoSchool } from "./testing/demoSchool";

let database: DemoSchool["database"];
let pool: DemoSchool["pool"];
let school: DemoSchool["school"];
let personId: DemoSchool["personId"];

beforeAll(async () => {
  ({ database, pool, school, personId } = await openDemoSchool("badges"));
});
afterAll(() => pool.end());

describe("credentials", () => {
  const pemOf = () =>
    generateKeyPairSync("rsa", { modulusLength: 2048 }).privateKey.export({
      type: "pkcs8",
      format: "pem",
    }) as string;
  const award = async () => ({
    ...(await findAward(
      database,
      school.instructor,
      personId("Maren Tholsgaard"),
      school.rows.technique.find(({ slug }) => slug === "drawing-out")!.id,
    ))!,
    schoolUrl: "https://wrackline.example",
    schoolName: "Wrackline Forge School",
    credentialId: newId(),
  });

  test("signed so that another implementation of the signature verifies it (RFC 7518, RS256)", async () => {
    const pem = pemOf();
    const token = await signBadge(await award(), await readBadgeKey(pem));
    const [head, body, signature] = token.split(".") as [string, string, string];
    const genuine = (text: string) =>
      verify(
        "sha256",
        Buffer.from(text),
        createPublicKey(pem),
        Buffer.from(signature, "base64url"),
      );
    expect(genuine(`${head}.${body}`)).toBe(true);
    expect(genuine(`${head}.${body}x`)).toBe(false);
    const payload = JSON.parse(Buffer.from(body, "base64url").toString()) as Record<
      string,
      unknown
    >;
    // What Open Badges 3.0 requires of an OpenBadgeCredential and its JWT, from memory.
    expect(payload).toMatchObject({
      type: ["VerifiableCredential", "OpenBadgeCredential"],
      iss: "https://wrackline.example/api/badge/issuer",
      jti: payload.id,
      credentialSubject: {
        achievement: {
          ...{ type: ["Achievement"], name: "Drawing out: Shown" },
          criteria: {
            narrative: "Step 1, “Shown”: one piece under guidance, safe and recognisable.",
          },
        },
      },
    });
    expect((payload["@context"] as string[])[0]).toBe("https://www.w3.org/ns/credentials/v2");
    expect(JSON.parse(Buffer.from(head, "base64url").toString())).toMatchObject({ alg: "RS256" });
  });

  test("ours verifies its own, and neither an altered one, another key's, nor nonsense", async () => {
    const key = await readBadgeKey(pemOf());
    const token = await signBadge(await award(), key);
    expect((await verifyBadge(` ${token}\n`, key))?.name).toBe("Drawing out: Shown");
    expect(await verifyBadge(token.slice(0, -4) + "AAAA", key)).toBeNull();
    expect(await verifyBadge(token, await readBadgeKey(pemOf()))).toBeNull();
    expect(await verifyBadge("nonsense", key)).toBeNull();
    const unsigned = [
      `${Buffer.from('{"alg":"none"}').toString("base64url")}`,
      token.split(".")[1],
      "",
    ];
    expect(await verifyBadge(unsigned.join("."), key)).toBeNull();
  });

  test("a key that is missing, or none, says so", async () => {
    await expect(readBadgeKey(undefined)).rejects.toMatchObject({
      problem: { code: "badge-key-missing" },
    });
    await expect(readBadgeKey("not a key")).rejects.toMatchObject({
      problem: { code: "badge-key-unreadable" },
    });
  });
});
