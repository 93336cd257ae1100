# Builds the app and serves it: podman build -t keen-tonal . && podman run --rm -p 127.0.0.1:3000:3000 keen-tonal
FROM docker.io/library/node:20-bookworm-slim AS build
WORKDIR /app
COPY package.json package-lock.json ./
RUN npm ci --no-audit --no-fund
COPY . .
RUN npx nuxt build

FROM docker.io/library/node:20-bookworm-slim
WORKDIR /app
COPY --from=build /app/.output ./.output
ENV HOST=0.0.0.0 PORT=3000
USER node
EXPOSE 3000
HEALTHCHECK CMD node -e "fetch('http://127.0.0.1:3000/api/health').then(answer => process.exit(answer.ok ? 0 : 1), () => process.exit(1))"
CMD ["node", ".output/server/index.mjs"]
