// What is wrong with the name of a shared section, loaded when one is given.
export const nameSchema = async () => {
  const [{ default: Joi }, { sharedNameSchema }] = await Promise.all([import("joi"), import("@/core/site/schema")]);
  return Joi.object({ name: sharedNameSchema.required() });
};
