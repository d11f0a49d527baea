/* The same sums as core/coverage/kernel.ts, straight in C: what the kernel is measured against. Reads the packed scene
   from a file and prints milliseconds per layer and a checksum. Built by benchmarks/ground.ts with -O3. */
#include <math.h>
#include <stdint.h>
#include <stdio.h>
#include <stdlib.h>
#include <time.h>

enum { SEEN = 9, WEDGES = 1024, COLUMNS = 360, ROWS = 181 };

typedef struct {
  double x0, y0, cell, columns, rows, dz, rx, ry, at1, slope, breakM, bends, overLambda, seen;
} Head;

static double pseudo(double dx, double dy) {
  double p = dy / (fabs(dx) + fabs(dy) + 1e-30);
  if (dx < 0) return 2 - p;
  return p < 0 ? 4 + p : p;
}

static double edge(double nu) {
  double v = nu - 0.1;
  return 6.9 + 20 * log10(sqrt(v * v + 1) + v);
}

static double held(double t, double dz, double low, double high) {
  if (dz == 0) return low <= 0 && high >= 0 ? t : 0;
  double a = low / dz, b = high / dz, from = a < b ? a : b, to = a < b ? b : a;
  return t < from ? from : t > to ? to : t;
}

static double gainAt(const float *gain, double p, double sine) {
  double column = fmin(COLUMNS - 1e-9, p * (COLUMNS / 4.0));
  double row = fmax(0, fmin(ROWS - 1 - 1e-9, (sine + 1) * ((ROWS - 1) / 2.0)));
  int c = (int)column, r = (int)row;
  double fc = column - c, fr = row - r;
  const float *at = gain + r * (COLUMNS + 1) + c, *below = at + COLUMNS + 1;
  double upper = at[0] + fc * (at[1] - at[0]), lower = below[0] + fc * (below[1] - below[0]);
  return upper + fr * (lower - upper);
}

static void layer(const Head *h, const double *seen, const uint32_t *starts, const float *gain, const uint8_t *open, float *out) {
  int columns = (int)h->columns, rows = (int)h->rows, cell = 0;
  for (int row = 0; row < rows; row++) {
    double dy = h->y0 + (row + 0.5) * h->cell - h->ry;
    for (int column = 0; column < columns; column++, cell++) {
      double dx = h->x0 + (column + 0.5) * h->cell - h->rx, flat2 = dx * dx + dy * dy;
      double d = fmax(1, sqrt(flat2 + h->dz * h->dz)), p = pseudo(dx, dy);
      int wedge = (int)(p * (WEDGES / 4));
      if (wedge >= WEDGES) wedge = WEDGES - 1;
      int bends = open[cell] && h->bends;
      double through = 0, blockOver = 0, blockUnder = 1, grazeOver = 0, grazeUnder = 1;
      for (uint32_t e = starts[wedge]; e < starts[wedge + 1]; e += SEEN) {
        const double *s = seen + e;
        if (s[8] > flat2) break;
        double s1 = dx * s[1] - dy * s[0], s2 = dx * s[3] - dy * s[2];
        if (s1 < 0 ? s2 < 0 : s2 >= 0) continue;
        double t = s[4] / (s2 - s1);
        if (t <= 0 || t >= 1) continue;
        double z = t * h->dz;
        if (z < s[5]) continue;
        double over = (s[6] - z) * (s[6] - z), under = t * (1 - t);
        if (s[7] >= 0) {
          if (z <= s[6]) {
            through += s[7];
            if (bends && over * blockUnder > blockOver * under) blockOver = over, blockUnder = under;
          } else if (bends && s[7] >= 6 && (grazeOver == 0 || over * grazeUnder < grazeOver * under))
            grazeOver = over, grazeUnder = under;
          continue;
        }
        double part = held(1, h->dz, s[5], s[6]) - held(t, h->dz, s[5], s[6]);
        through += (s2 < s1 ? -part : part) * s[7] * d;
        if (bends && z <= s[6] && over * blockUnder > blockOver * under) blockOver = over, blockUnder = under;
      }
      double loss = h->at1 + h->slope * log10(d), per = h->overLambda / d;
      double nu2 = blockOver / blockUnder, graze = grazeOver / grazeUnder;
      if (open[cell] && d > h->breakM) loss += 20 * log10(d / h->breakM);
      if (!bends) loss += through;
      else if (through > 0.001) loss += nu2 == 0 ? through : fmin(through, edge(sqrt(nu2 * per)));
      else if (graze > 0) {
        double nu = -sqrt(graze * per);
        if (nu > -0.78) loss += edge(nu);
      }
      out[cell] = (float)(gainAt(gain, p, -h->dz / d) - loss);
    }
  }
}

static void *take(FILE *f, size_t bytes) {
  void *block = malloc(bytes);
  if (!block || fread(block, 1, bytes, f) != bytes) exit(2);
  return block;
}

int main(int argc, char **argv) {
  FILE *f = argc > 1 ? fopen(argv[1], "rb") : NULL;
  if (!f) return 1;
  Head *h = take(f, sizeof *h);
  size_t cells = (size_t)(h->columns * h->rows);
  double *seen = take(f, (size_t)h->seen * 8);
  uint32_t *starts = take(f, (WEDGES + 1) * 4);
  float *gain = take(f, (size_t)ROWS * (COLUMNS + 1) * 4);
  uint8_t *open = take(f, cells);
  float *out = malloc(cells * 4);
  double best = 1e9, sum = 0;
  for (int run = 0; run < 9; run++) {
    struct timespec a, b;
    clock_gettime(CLOCK_MONOTONIC, &a);
    layer(h, seen, starts, gain, open, out);
    clock_gettime(CLOCK_MONOTONIC, &b);
    double ms = (b.tv_sec - a.tv_sec) * 1e3 + (b.tv_nsec - a.tv_nsec) / 1e6;
    if (ms < best) best = ms;
  }
  for (size_t i = 0; i < cells; i++) sum += out[i];
  printf("%.3f %.4f\n", best, sum);
  return 0;
}
