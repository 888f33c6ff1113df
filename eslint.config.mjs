import next from "eslint-config-next/core-web-vitals";
import typescript from "eslint-config-next/typescript";

const config = [
  { ignores: [".next/**", ".programs/**", ".data/**", "node_modules/**", "next-env.d.ts"] },
  ...next,
  ...typescript,
  {
    rules: {
      "@typescript-eslint/no-explicit-any": "error",
      "@typescript-eslint/no-non-null-assertion": "error",
      "@typescript-eslint/consistent-type-imports": "error",
      "max-lines": ["error", { max: 350, skipBlankLines: true, skipComments: true }],
      "max-params": ["error", 4],
    },
  },
  {
    files: ["app/**", "features/**"],
    rules: { "no-restricted-imports": ["error", { name: "next/link", message: "Use ui/link or ui/near-link." }] },
  },
  { files: ["**/*.test.ts", "tests/**"], rules: { "max-lines": "off" } },
];

export default config;
