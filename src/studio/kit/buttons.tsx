"use client";
// The studio's buttons.
import { Button, type ButtonProps } from "@chakra-ui/react";

export const MainButton = (props: ButtonProps) => <Button variant="solid" {...props} />;

export const PlainButton = (props: ButtonProps) => <Button variant="outline" {...props} />;

export const QuietButton = (props: ButtonProps) => <Button variant="ghost" {...props} />;

/** A small square button with an icon; its name is read and shown as a tip. */
export const IconButton = ({ name, ...props }: ButtonProps & { name: string }) => (
  <Button variant="plain" aria-label={name} title={name} {...props} />
);
