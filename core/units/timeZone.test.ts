import { timeZoneSchema } from "./timeZone";

test.each(["UTC", "Europe/Oslo", "America/Halifax", "Asia/Kolkata", "Etc/GMT+5"])(
  "%s is a time zone",
  (name) => expect(timeZoneSchema.safeParse(name).success).toBe(true),
);

test.each(["", "Middle/Nowhere", "+02:00", "half past six", 3, "Europe/Oslo; drop"])(
  "%s is none, and is told what is accepted",
  (name) => {
    const read = timeZoneSchema.safeParse(name);
    expect(read.success).toBe(false);
    expect(read.error?.issues[0]?.message).toContain("such as Europe/Oslo");
  },
);
