"use client";
export { Broken as default } from "@/studio/frame/broken";
