/*
 * A command line is one text on Windows, which every program takes apart by itself. These are the
 * rules of Microsoft's C runtime ("Parsing C command-line arguments"), which most programs follow.
 */
#include "starter.h"

static int is_space(wchar_t sign) { return sign == L' ' || sign == L'\t'; }

/* The first word is the program: quotes group, backslashes mean nothing. */
static const wchar_t *behind_program(const wchar_t *line) {
  int quoted = 0;
  for (; *line && (quoted || !is_space(*line)); line++) {
    if (*line == L'"') quoted = !quoted;
  }
  return line;
}

static const wchar_t *read_word(const wchar_t *line, Text *word, char *has_wildcards) {
  int quoted = 0;
  add(word, L"");
  for (;;) {
    size_t slashes = 0;
    for (; *line == L'\\'; line++) slashes++;
    int is_literal = 1;
    if (*line == L'"') {
      if (slashes % 2 == 0) {
        if (quoted && line[1] == L'"') {
          line++; /* two of them within quotes are one */
        } else {
          is_literal = 0;
          quoted = !quoted;
        }
      }
      slashes /= 2;
    }
    while (slashes--) add(word, L"\\");
    if (!*line || (!quoted && is_space(*line))) return line;
    if (is_literal) {
      if (!quoted && (*line == L'*' || *line == L'?')) *has_wildcards = 1;
      add_part(word, line, 1);
    }
    line++;
  }
}

Arguments read_arguments(void) {
  Arguments given = {0};
  given.tail = behind_program(GetCommandLineW());
  given.has_wildcards = bytes_for(length_of(given.tail) + 1);
  const wchar_t *line = given.tail;
  for (;;) {
    while (is_space(*line)) line++;
    if (!*line) return given;
    Text word = {0};
    line = read_word(line, &word, &given.has_wildcards[given.words.count]);
    append(&given.words, word.at);
  }
}

void add_quoted(Text *line, const wchar_t *word) {
  add(line, L" \"");
  while (*word) {
    size_t slashes = 0;
    for (; *word == L'\\'; word++) slashes++;
    size_t doubled = !*word || *word == L'"' ? slashes * 2 : slashes;
    while (doubled--) add(line, L"\\");
    if (*word == L'"') add(line, L"\\");
    if (*word) add_part(line, word++, 1);
  }
  add(line, L"\"");
}
