/** How many bytes a picture takes as three planes (I420): brightness, and two colours at half the size each way; both sides even. */
export function bytesOfPlanes(width: number, height: number): number {
  return (width * height * 3) / 2;
}

/** The three planes one after the other, without gaps. */
export function layoutOf(width: number, height: number): PlaneLayout[] {
  return [
    { offset: 0, stride: width },
    { offset: width * height, stride: width / 2 },
    { offset: (width * height * 5) / 4, stride: width / 2 },
  ];
}
