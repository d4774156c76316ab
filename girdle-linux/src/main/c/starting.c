/*
 * The part of the library of places that answers for functions which start programs. A program means
 * what came along if its path does; so does what the first line of a script names (execve(2),
 * "Interpreter scripts"), which the kernel would look for where it lay. The shell that system(3) and
 * popen(3) start is told to go on as the one that came along, if one did.
 */
#include "places.h"

typedef __builtin_va_list words_behind;

enum { LINE = 256, DEEPEST = 3, MOST_BEFORE = 3 * DEEPEST, CANNOT = 8, NOT_THERE = 2, NOT_ALLOWED = 13 };

/*
 * Found when the library is loaded: in a child between fork(2) and execve(2), the loader may be locked
 * for ever.
 */
static void *known_execve, *known_execvpe, *known_spawn, *known_spawnp;

__attribute__((constructor)) static void find_all(void) {
  next_of(&known_execve, "execve");
  next_of(&known_execvpe, "execvpe");
  next_of(&known_spawn, "posix_spawn");
  next_of(&known_spawnp, "posix_spawnp");
}

/*
 * What is started in place of a path: a file, and the words that it is told. Two words may come before
 * those that were given for each script that runs another.
 */
struct start {
  const char *path;
  char **words;
  char paths[DEEPEST + 1][PATH_ROOM];
  char lines[DEEPEST][LINE];
};

static size_t count_of(char *const *words) {
  size_t count = 0;
  while (words && words[count]) {
    count++;
  }
  return count;
}

/* Reads the first line of a script; its interpreter and what that is told besides, or NULL. */
static char *interpreter_of(const char *path, char *line, char **told) {
  *told = NULL;
  long file = call4(CALL_OPENAT, AT_FDCWD, path, 02000000, 0);
  if (file < 0) {
    return NULL;
  }
  long length = call4(CALL_PREAD, file, line, LINE - 1, 0);
  call3(CALL_CLOSE, file, 0, 0);
  if (length < 4 || line[0] != '#' || line[1] != '!') {
    return NULL;
  }
  line[length] = 0;
  char *at = line + 2;
  while (*at == ' ' || *at == '\t') {
    at++;
  }
  char *name = at;
  while (*at && *at != ' ' && *at != '\t' && *at != '\n') {
    at++;
  }
  char end = *at;
  *at = 0;
  if (end == ' ' || end == '\t') {
    char *rest = at + 1;
    while (*rest == ' ' || *rest == '\t') {
      rest++;
    }
    size_t behind = 0;
    while (rest[behind] && rest[behind] != '\n') {
      behind++;
    }
    while (behind && (rest[behind - 1] == ' ' || rest[behind - 1] == '\t' || rest[behind - 1] == '\r')) {
      behind--;
    }
    rest[behind] = 0;
    *told = behind ? rest : NULL;
  }
  return name[0] == '/' ? name : NULL;
}

/*
 * Finds what is to be started. There is room before the words that were given, which begin in an array
 * at MOST_BEFORE.
 */
static void find(struct start *found, const char *path, char **room) {
  char **words = room + MOST_BEFORE;
  const char *asked = path; /* what came along to run it finds it by that, too */
  found->path = meant(path, found->paths[0]);
  for (int depth = 0; depth < DEEPEST; depth++) {
    char *told;
    char *its = interpreter_of(found->path, found->lines[depth], &told);
    const char *runs = its ? meant(its, found->paths[depth + 1]) : NULL;
    if (!its || runs == its) {
      break;
    }
    words[0] = (char *)asked; /* which the kernel puts in place of the first word */
    if (told) {
      *--words = told;
    }
    *--words = (char *)runs;
    found->path = runs;
    asked = its;
  }
  found->words = words;
}

/* An array with room before the words; there is always a first one. */
#define WITH_ROOM(room, given)                     \
  size_t count_##room = count_of(given);           \
  char *room[MOST_BEFORE + count_##room + 2];      \
  for (size_t i = 0; i <= count_##room; i++) {     \
    room[MOST_BEFORE + i] = count_##room ? (given)[i] : NULL; \
  }                                                \
  room[MOST_BEFORE + count_##room + 1] = NULL

static int start_as(const char *path, char *const words[], char *const variables[]) {
  int (*next)(const char *, char *const[], char *const[]) = next_of(&known_execve, "execve");
  if (is_missing(next)) {
    return -1;
  }
  if (!path || !words || !words[0]) {
    return next(path, words, variables);
  }
  struct start found;
  WITH_ROOM(room, words);
  find(&found, path, room);
  return next(found.path, found.words, variables);
}

SHOWN int execve(const char *path, char *const words[], char *const variables[]) {
  return start_as(path, words, variables);
}

SHOWN int execv(const char *path, char *const words[]) {
  return start_as(path, words, &environ ? environ : NULL);
}

/* Where programs are looked for by their names; NULL if nothing is said of it. */
static const char *path_of(char *const *variables) {
  for (size_t i = 0; variables && variables[i]; i++) {
    if (begins(variables[i], "PATH=", 5)) {
      return variables[i] + 5;
    }
  }
  return NULL;
}

/* The next file of that name in the folders of a list; the rest of the list, or NULL at its end. */
static const char *next_folder(const char *list, const char *name, char *path) {
  size_t length = 0;
  while (list[length] && list[length] != ':' && length + 1 < PATH_ROOM) {
    path[length] = list[length];
    length++;
  }
  const char *rest = list[length] == ':' ? list + length + 1 : NULL;
  if (length) {
    path[length++] = '/';
  }
  path[length] = 0;
  append(path, length, PATH_ROOM, name);
  return rest;
}

static int is_program(const char *path) {
  char room[PATH_ROOM];
  return call4(CALL_FACCESSAT, AT_FDCWD, meant(path, room), 1, 0) == 0;
}

static int has_slash(const char *name) {
  return folder_of(name) > 0;
}

static int start_by_name(const char *name, char *const words[], char *const variables[]) {
  int (*next)(const char *, char *const[], char *const[]) = next_of(&known_execvpe, "execvpe");
  const char *list = path_of(&environ ? environ : NULL);
  if (name && name[0] && has_slash(name)) {
    start_as(name, words, variables);
    if (*__errno_location() != CANNOT) {
      return -1;
    }
  } else if (name && name[0] && list) {
    while (list) {
      char path[PATH_ROOM];
      list = next_folder(list, name, path);
      if (is_program(path)) {
        start_as(path, words, variables);
        int error = *__errno_location();
        if (error != NOT_THERE && error != NOT_ALLOWED) {
          break;
        }
      }
    }
  }
  /* what is no program is a script without a first line, and what is not there fails as it always does */
  return is_missing(next) ? -1 : next(name, words, variables);
}

SHOWN int execvpe(const char *name, char *const words[], char *const variables[]) {
  return start_by_name(name, words, variables);
}

SHOWN int execvp(const char *name, char *const words[]) {
  return start_by_name(name, words, &environ ? environ : NULL);
}

/* The words that stand in a call, down to the NULL behind them. */
#define LISTED(words, first, from)                                          \
  words_behind from##_once;                                                 \
  size_t words##_count = 1;                                                 \
  __builtin_va_start(from##_once, first);                                   \
  while (first && __builtin_va_arg(from##_once, char *)) {                  \
    words##_count++;                                                        \
  }                                                                         \
  __builtin_va_end(from##_once);                                            \
  char *words[words##_count + 1];                                           \
  words_behind from;                                                        \
  __builtin_va_start(from, first);                                          \
  words[0] = (char *)first;                                                 \
  for (size_t i = 1; first && i <= words##_count; i++) {                    \
    words[i] = __builtin_va_arg(from, char *);                              \
  }                                                                         \
  words[first ? words##_count : 0] = NULL

SHOWN int execl(const char *path, const char *first, ...) {
  LISTED(words, first, from);
  __builtin_va_end(from);
  return start_as(path, words, &environ ? environ : NULL);
}

SHOWN int execlp(const char *name, const char *first, ...) {
  LISTED(words, first, from);
  __builtin_va_end(from);
  return start_by_name(name, words, &environ ? environ : NULL);
}

SHOWN int execle(const char *path, const char *first, ...) {
  LISTED(words, first, from);
  char **variables = __builtin_va_arg(from, char **);
  __builtin_va_end(from);
  return start_as(path, words, variables);
}

typedef int spawning(int *, const char *, const void *, const void *, char *const[], char *const[]);

static int spawn(spawning *next, int *made, const char *path, const void *files, const void *attributes,
                 char *const words[], char *const variables[]) {
  if (!path || !words || !words[0]) {
    return next(made, path, files, attributes, words, variables);
  }
  struct start found;
  WITH_ROOM(room, words);
  find(&found, path, room);
  return next(made, found.path, files, attributes, found.words, variables);
}

SHOWN int posix_spawn(int *made, const char *path, const void *files, const void *attributes, char *const words[],
                      char *const variables[]) {
  spawning *next = next_of(&known_spawn, "posix_spawn");
  return is_missing(next) ? 38 : spawn(next, made, path, files, attributes, words, variables);
}

SHOWN int posix_spawnp(int *made, const char *name, const void *files, const void *attributes, char *const words[],
                       char *const variables[]) {
  spawning *next = next_of(&known_spawnp, "posix_spawnp");
  if (is_missing(next)) {
    return 38;
  }
  const char *list = path_of(&environ ? environ : NULL);
  if (name && name[0] && !has_slash(name) && list) {
    while (list) {
      char path[PATH_ROOM];
      list = next_folder(list, name, path);
      if (is_program(path)) {
        return spawn(next, made, path, files, attributes, words, variables);
      }
    }
  }
  return spawn(next, made, name, files, attributes, words, variables);
}

/*
 * A command that lets the system's shell go on as the one that came along. NULL if none did, or there is
 * no room; else as many bytes as it says were mapped.
 */
static char *by_own_shell(const char *command, size_t *size) {
  static const char begin[] = "exec '";
  static const char between[] = "' -c '";
  char room[PATH_ROOM];
  const char *shell = meant("/bin/sh", room);
  if (!command || shell != room) {
    return NULL;
  }
  for (size_t i = 0; room[i]; i++) {
    if (room[i] == '\'') {
      return NULL;
    }
  }
  *size = sizeof begin + sizeof between + length_of(room) + 4 * length_of(command) + 4;
  long place = call6(CALL_MMAP, 0, *size, 3, 34, -1, 0);
  if (place < 0 && place >= -4095) {
    return NULL;
  }
  char *text = (char *)place;
  size_t end = append(text, 0, *size, begin);
  end = append(text, end, *size, room);
  end = append(text, end, *size, between);
  for (size_t i = 0; command[i]; i++) {
    if (command[i] == '\'') {
      end = append(text, end, *size, "'\\''");
    } else {
      text[end++] = command[i];
    }
  }
  text[end++] = '\'';
  text[end] = 0;
  return text;
}

SHOWN int system(const char *command) {
  static void *known;
  int (*next)(const char *) = next_of(&known, "system");
  if (is_missing(next)) {
    return -1;
  }
  size_t size = 0;
  char *own = by_own_shell(command, &size);
  int status = next(own ? own : command);
  if (own) {
    int before = *__errno_location();
    call3(CALL_MUNMAP, own, size, 0);
    *__errno_location() = before;
  }
  return status;
}

SHOWN void *popen(const char *command, const char *mode) {
  static void *known;
  void *(*next)(const char *, const char *) = next_of(&known, "popen");
  if (is_missing(next)) {
    return NULL;
  }
  size_t size = 0;
  char *own = by_own_shell(command, &size);
  void *stream = next(own ? own : command, mode);
  if (own) {
    int before = *__errno_location();
    call3(CALL_MUNMAP, own, size, 0);
    *__errno_location() = before;
  }
  return stream;
}
