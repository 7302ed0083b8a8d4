import { mkdtempSync, readdirSync, readFileSync } from "node:fs";
import { createServer, type AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { canMail, sendMail } from "./mail";

const LETTER = {
  to: "tilda@example.org",
  subject: "A way back",
  text: "Open this:\nhttps://x.example/join/abc\n",
};

beforeEach(() => {
  process.env.BELL_STEP_URL = "https://school.example";
  delete process.env.BELL_STEP_MAIL;
  delete process.env.BELL_STEP_MAIL_FROM;
});

test("without mail nothing is sent", async () => {
  expect(canMail()).toBe(false);
  await expect(sendMail(LETTER)).resolves.toBeUndefined();
});

test("in a folder each letter becomes a file, with whom it is from and to", async () => {
  const folder = join(mkdtempSync(join(tmpdir(), "bell-step-mail-")), "letters");
  process.env.BELL_STEP_MAIL = `folder:${folder}`;
  expect(canMail()).toBe(true);
  await sendMail(LETTER);
  await sendMail(LETTER);
  const names = readdirSync(folder);
  expect(names).toHaveLength(2);
  const text = readFileSync(join(folder, names[0]!), "utf8");
  expect(text).toMatch(/^From: Bell Step <no-reply@school\.example>\r$/m);
  expect(text).toMatch(/^To: tilda@example\.org\r$/m);
  expect(text).toMatch(/^Subject: A way back\r$/m);
  expect(text).toContain("https://x.example/join/abc");
});

/** As much of a mail server as RFC 5321 asks for one letter, from memory. */
async function mailServer(refuses = false) {
  const said: string[] = [];
  const server = createServer((socket) => {
    let isLetter = false;
    socket.write("220 mail.example\r\n");
    socket.on("data", (chunk) => {
      for (const line of chunk.toString().split("\r\n").filter(Boolean)) {
        said.push(line);
        if (isLetter && line !== ".") continue;
        isLetter = line === "DATA";
        const isRecipient = line.startsWith("RCPT");
        socket.write(
          isLetter ? "354 go on\r\n" : refuses && isRecipient ? "550 no\r\n" : "250 ok\r\n",
        );
      }
    });
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  const { port } = server.address() as AddressInfo;
  return { port, said, close: () => server.close() };
}

test("a mail server is given the letter by the protocol", async () => {
  const { port, said, close } = await mailServer();
  process.env.BELL_STEP_MAIL = `smtp://127.0.0.1:${port}`;
  process.env.BELL_STEP_MAIL_FROM = "forge@school.example";
  await sendMail(LETTER);
  close();
  expect(said).toContain("MAIL FROM:<forge@school.example>");
  expect(said).toContain("RCPT TO:<tilda@example.org>");
  expect(said).toContain("https://x.example/join/abc");
});

test("one that refuses is an error", async () => {
  const { port, close } = await mailServer(true);
  process.env.BELL_STEP_MAIL = `smtp://127.0.0.1:${port}`;
  await expect(sendMail(LETTER)).rejects.toThrow();
  close();
});
