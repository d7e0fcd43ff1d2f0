/** How a kind of photo that the image library does not read is made into one that it does, by a command of a Debian package. */
export interface Developer {
  /** Of what is made. */
  readonly ending: "tif" | "png";
  readonly command: string;
  arguments(from: string, to: string): readonly string[];
  /** Most memory it may reserve, bytes; and longest it may take, ms: what takes more is damaged. */
  readonly bytes: number;
  readonly ms: number;
  /** What is said where the command is not there, and where it fails. */
  missing(): string;
  failed(): string;
}
