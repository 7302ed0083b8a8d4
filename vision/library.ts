/** A matrix of the vision library; it lives outside of the garbage collector until it is deleted. */
export interface Mat {
  rows: number;
  cols: number;
  data: Uint8Array;
  data32F: Float32Array;
  data32S: Int32Array;
  data64F: Float64Array;
  delete(): void;
}

interface MatVector {
  size(): number;
  get(index: number): Mat;
  delete(): void;
}

interface Sized {
  width: number;
  height: number;
}

/** What is used of the vision library (OpenCV, Apache License 2.0, as WebAssembly); its own types leave the marks out. */
export interface Vision {
  Mat: {
    new (): Mat;
    new (rows: number, cols: number, type: number): Mat;
    ones(rows: number, cols: number, type: number): Mat;
  };
  MatVector: new () => MatVector;
  Size: new (width: number, height: number) => Sized;
  Scalar: new (...values: number[]) => unknown;
  aruco_ArucoDetector: new (...settings: unknown[]) => {
    detectMarkers(image: Mat, corners: MatVector, ids: Mat, rejected: MatVector): void;
    delete(): void;
  };
  aruco_DetectorParameters: new () => { delete(): void };
  aruco_RefineParameters: new (
    distance: number,
    correction: number,
    checkOrder: boolean,
  ) => {
    delete(): void;
  };
  getPredefinedDictionary(name: number): { bytesList: Mat; delete(): void };
  matFromArray(rows: number, cols: number, type: number, values: ArrayLike<number>): Mat;
  cvtColor(from: Mat, to: Mat, code: number): void;
  resize(from: Mat, to: Mat, size: Sized, fx: number, fy: number, how: number): void;
  findHomography(from: Mat, to: Mat, method: number, withinPx: number): Mat;
  remap(from: Mat, to: Mat, x: Mat, y: Mat, how: number, border: number, fill: unknown): void;
  GaussianBlur(from: Mat, to: Mat, size: Sized, sigma: number): void;
  dilate(from: Mat, to: Mat, kernel: Mat): void;
  countNonZero(from: Mat): number;
  morphologyEx(from: Mat, to: Mat, how: number, kernel: Mat): void;
  getStructuringElement(shape: number, size: Sized): Mat;
  connectedComponentsWithStats(
    mask: Mat,
    labels: Mat,
    stats: Mat,
    centroids: Mat,
    connectivity: number,
  ): number;
  distanceTransform(mask: Mat, to: Mat, kind: number, size: number): void;
  findContours(mask: Mat, to: MatVector, hierarchy: Mat, mode: number, how: number): void;
  CV_8UC1: number;
  CV_8UC4: number;
  CV_32FC1: number;
  CV_32FC2: number;
  COLOR_RGBA2GRAY: number;
  INTER_AREA: number;
  INTER_LINEAR: number;
  BORDER_REPLICATE: number;
  MORPH_CLOSE: number;
  MORPH_OPEN: number;
  MORPH_ELLIPSE: number;
  RETR_CCOMP: number;
  CHAIN_APPROX_NONE: number;
  DIST_L2: number;
  DICT_4X4_250: number;
  RANSAC: number;
}

/** Matrices made on the way, all let go together. */
export class Scope {
  private readonly all: { delete(): void }[] = [];

  keep<One extends { delete(): void }>(one: One): One {
    this.all.push(one);
    return one;
  }

  delete(): void {
    for (const one of this.all) one.delete();
  }
}
