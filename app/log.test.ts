import { kindOfError } from "./log";

test("of what went wrong only its kind is logged: no query, no address, nothing that was asked", () => {
  const refused = Object.assign(new Error("connect ECONNREFUSED 10.0.0.7:5432"), {
    ...{ code: "ECONNREFUSED", address: "10.0.0.7" },
  });
  const failed = new Error(
    "Failed query: select * from person where id = $1\nparams: 0198-secret",
    {
      cause: refused,
    },
  );
  expect(kindOfError(failed)).toEqual({ name: "Error", code: "ECONNREFUSED" });
  expect(kindOfError(Object.assign(new TypeError("x"), { code: "57P01" }))).toEqual({
    ...{ name: "TypeError", code: "57P01" },
  });
  expect(kindOfError("thrown")).toEqual({ name: "unknown", code: undefined });
  expect(JSON.stringify(kindOfError(failed))).not.toMatch(/10\.0|select|secret/);
});
