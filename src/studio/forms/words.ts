// Words of the shared form controls.
export const words = {
  brand: "Brand",
  fromBrand: "from Brand",
} as const;
