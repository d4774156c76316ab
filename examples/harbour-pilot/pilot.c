/*
 * The harbour pilot: brings ships through the harbour of Ternhaven. A small game that is played by
 * letters on the standard input (n, e, s, w), one level after the other, and needs libpng. It reads its
 * content from the folder that it is started in: the settings name the first level, a level names its
 * picture, its sound and the next level.
 */
#include <png.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>

enum { WIDE = 40, HIGH = 20 };

struct level {
  char title[80], picture[80], sound[80], next[80];
  char map[HIGH][WIDE + 2];
  int rows, x, y;
};

static void fail(const char *what, const char *which) {
  fprintf(stderr, "pilot: %s %s\n", what, which);
  exit(1);
}

static FILE *content(const char *path) {
  FILE *file = fopen(path, "rb");
  if (!file) fail("there is no", path);
  return file;
}

static void value(const char *line, const char *key, char *to) {
  size_t length = strlen(key);
  if (strncmp(line, key, length) == 0 && line[length] == '=') {
    strcpy(to, line + length + 1);
    to[strcspn(to, "\r\n")] = 0;
  }
}

static void show_picture(const char *name) {
  char path[160];
  snprintf(path, sizeof path, "pictures/%s.png", name);
  FILE *file = content(path);
  png_image image = {.version = PNG_IMAGE_VERSION};
  if (!png_image_begin_read_from_stdio(&image, file)) fail("cannot read", path);
  image.format = PNG_FORMAT_GRAY;
  png_bytep pixels = malloc(PNG_IMAGE_SIZE(image));
  if (!pixels || !png_image_finish_read(&image, NULL, pixels, 0, NULL)) fail("cannot read", path);
  unsigned long sum = 0;
  for (size_t i = 0; i < PNG_IMAGE_SIZE(image); i++) sum += pixels[i];
  printf("[%s, %ux%u, %lu]\n", name, image.width, image.height, sum);
  free(pixels);
  fclose(file);
}

static void play_sound(const char *name) {
  char path[160];
  snprintf(path, sizeof path, "sounds/%s", name);
  FILE *file = content(path);
  fseek(file, 0, SEEK_END);
  printf("(%s, %ld bytes)\n", name, ftell(file));
  fclose(file);
}

static void read_level(const char *number, struct level *to) {
  char path[160];
  char line[160];
  snprintf(path, sizeof path, "levels/level-%02d.lvl", atoi(number));
  FILE *file = content(path);
  memset(to, 0, sizeof *to);
  while (fgets(line, sizeof line, file)) {
    value(line, "title", to->title);
    value(line, "picture", to->picture);
    value(line, "sound", to->sound);
    value(line, "next", to->next);
    if (line[0] == '#' && to->rows < HIGH) {
      snprintf(to->map[to->rows], sizeof to->map[0], "%.*s", WIDE, line);
      char *ship = strchr(to->map[to->rows], '@');
      if (ship) {
        to->x = (int)(ship - to->map[to->rows]);
        to->y = to->rows;
        *ship = ' ';
      }
      to->rows++;
    }
  }
  fclose(file);
}

int main(void) {
  char first[80] = "";
  char ship[80] = "";
  char line[160];
  FILE *settings = content("settings.ini");
  while (fgets(line, sizeof line, settings)) {
    value(line, "first", first);
    value(line, "ship", ship);
  }
  fclose(settings);
  show_picture(ship);
  struct level level;
  int steps = 0;
  char number[80];
  strcpy(number, first);
  while (number[0]) {
    read_level(number, &level);
    printf("%s\n", level.title);
    show_picture(level.picture);
    for (;;) {
      int c = getchar();
      if (c == EOF) {
        printf("The pilot went home after %d steps.\n", steps);
        return 2;
      }
      int x = level.x + (c == 'e') - (c == 'w');
      int y = level.y + (c == 's') - (c == 'n');
      if (x < 0 || y < 0 || y >= level.rows || level.map[y][x] == '#') continue;
      if (x != level.x || y != level.y) steps++;
      level.x = x;
      level.y = y;
      if (level.map[y][x] == '*') {
        play_sound(level.sound);
        break;
      }
    }
    strcpy(number, level.next);
  }
  printf("All ships are in, after %d steps.\n", steps);
  return 0;
}
