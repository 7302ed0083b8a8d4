import { finishedDrawing } from "../drawing/pieceDrawings";
import { placedParts } from "./assembly";
import { PIECE_FORMAT, readPiece, type Piece } from "./piece";

const prism = (id: string, section: string, length: number) => ({
  id,
  kind: "prism",
  section,
  length,
});

/** A flat strap 100 long, 20 by 6, and a bar of 10 square, 40 long, somewhere on it. */
function piece(places: object[], more: object = {}, features: object[] = []): Piece {
  const read = readPiece({
    format: PIECE_FORMAT,
    name: "Strap",
    stock: { section: "20 by 6" },
    stretches: [prism("strap", "20 by 6", 100)],
    features,
    parts: [
      {
        id: "post",
        stock: { section: "10 square" },
        stretches: [prism("post", "10 square", 40)],
        places,
        ...more,
      },
    ],
  });
  if (!read.ok) throw new Error(`${read.error.path}: ${read.error.message}`);
  return read.value;
}

const near = (v: readonly number[], wanted: readonly number[]) =>
  v.forEach((one, index) => expect(one).toBeCloseTo(wanted[index]!, 9));

describe("where a part lies (plane geometry)", () => {
  // Middle of the strap at 50: the top face is 3 up, the front one 10 out; the post is 5 from middle to face.
  test.each([
    ["on top", { at: 50 }, [50, 8, 0], [1, 0, 0]],
    ["below", { at: 50, side: "bottom" }, [50, -8, 0], [1, 0, 0]],
    ["in front", { at: 50, side: "front" }, [50, 0, 15], [1, 0, 0]],
    ["behind", { at: 50, side: "back" }, [50, 0, -15], [1, 0, 0]],
    ["within", { at: 50, side: "within" }, [50, 0, 0], [1, 0, 0]],
    ["across it", { at: 50, turn: 90 }, [50, 8, 0], [0, 0, -1]],
    ["the other way", { at: 50, turn: 180 }, [50, 8, 0], [-1, 0, 0]],
    ["by its middle", { at: 50, own: 20 }, [30, 8, 0], [1, 0, 0]],
    ["through it", { at: 50, own: 10, side: "through" }, [50, -10, 0], [0, 1, 0]],
  ])("%s", (_, place, at, along) => {
    const { pose } = placedParts(piece([place]))[0]!;
    near(pose.at, at);
    near(pose.along, along);
    // Its directions stay square to one another, and none is mirrored.
    const [a, u, c] = [pose.along, pose.up, pose.across];
    near(
      [a[1] * u[2] - a[2] * u[1], a[2] * u[0] - a[0] * u[2], a[0] * u[1] - a[1] * u[0]],
      [c[0], c[1], c[2]],
    );
  });

  test("on a leg that is bent up it stands where the leg goes", () => {
    const bent = [{ id: "heel", kind: "bend", at: 50, angle: 90, insideRadius: 0 }];
    const [placed] = placedParts(piece([{ at: 90 }], {}, bent));
    near(placed!.pose.along, [0, 1, 0]);
  });

  test("a part on a part goes with it", () => {
    const read = piece([{ at: 50, side: "through" }]);
    const cap = {
      id: "cap",
      stock: read.stock,
      stretches: [{ id: "cap", kind: "prism" as const, section: read.stock.section, length: 20 }],
      places: [{ on: "post", at: 40, own: 10, side: "within" as const, turn: 0 }],
    };
    const [, placed] = placedParts({ ...read, parts: [...read.parts!, cap] });
    // 40 up the post, by its own middle: it lies along the post, from 30 up.
    near(placed!.pose.at, [50, 30, 0]);
    near(placed!.pose.along, [0, 1, 0]);
  });
});

describe("drawn together", () => {
  const overall = (given: Piece, elevation: "side" | "plan") => {
    const { extents } = finishedDrawing(given, elevation);
    return [extents.maxX - extents.minX, extents.maxY - extents.minY];
  };

  test("the overall size is that of all that lies together", () => {
    near(overall(piece([{ at: 50 }]), "side"), [100, 16]);
    near(overall(piece([{ at: 80 }]), "side"), [120, 16]);
    near(overall(piece([{ at: 50, turn: -90 }]), "plan"), [100, 50]);
  });

  test("a part end on shows its section", () => {
    const { marks } = finishedDrawing(piece([{ at: 50, side: "through", own: 20 }]), "plan");
    const squares = marks.filter(
      (mark) => mark.kind === "path" && mark.closed && mark.points.length === 4,
    );
    expect(squares).toHaveLength(1);
  });

  test("what says no place lies apart with its name, as many as are left", () => {
    const texts = (given: Piece) =>
      finishedDrawing(given, "side").marks.flatMap((mark) =>
        mark.kind === "text" && typeof mark.text === "string" ? [mark.text] : [],
      );
    expect(texts(piece([{ at: 50 }]))).toEqual([]);
    expect(texts(piece([], { count: 3 }))).toEqual(["Post, 3 alike"]);
    expect(texts(piece([{ at: 20 }], { count: 3 }))).toEqual(["Post, 2 alike"]);
  });
});
