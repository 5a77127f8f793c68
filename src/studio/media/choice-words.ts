// Words of choosing a picture.
export const words = {
  picturesSite: "Pictures of this site",
  sending: "Sending",
  pictureFile: "Picture file",
  newPicture: "New picture",
  pictureNotSent: "The picture could not be sent.",
} as const;
