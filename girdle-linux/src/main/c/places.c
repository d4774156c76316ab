/*
 * A library that programs are linked with when they are sealed. It answers for the C library's
 * functions that take paths, looks whether a path means something that came along, and hands the
 * call on. Two kinds of paths do:
 *
 *   - absolute ones that were baked in when the program was built, for whose places the artifact
 *     holds a file or folder. Under /etc, what the receiver's system has goes first.
 *   - relative ones to which nothing lies where the program was started, but in the folder that it
 *     was made to be started in; and absolute ones that programs make of these.
 *
 * Functions that start programs are in starting.c. Only reading is led elsewhere. Which places there are stands in the file beside this library that is
 * called like it, with ".places" behind it: lines of a sign, a space and a path; all of one sign stand
 * together, sorted by their bytes.
 *   + PATH   a path, and all below it, which lies under "system" in the artifact's folder
 *   - PATH   a folder above such paths, of which the artifact holds a part: where the receiver's system
 *            has none, that is all there is to be found when the folder is listed
 *   . PATH   a folder that relative paths count from, in the artifact's folder
 *
 * When it is loaded, it takes back what a starter told the loader: the folders in LD_LIBRARY_PATH down
 * to the one that is called "lib/spare", and itself in LD_PRELOAD.
 *
 * Functions of the C library are found when they are called (dlsym(3)) and bear no release, so that it
 * works with any. It needs none of its own to begin with.
 */
#include "places.h"

#define NEXT ((void *)-1L)

struct whereabouts { /* Dl_info of dlfcn.h */
  const char *file;
  void *base;
  const char *symbol;
  void *address;
};

extern void *dlsym(void *handle, const char *name);
extern int dladdr(const void *address, struct whereabouts *found);

enum { TEXT_ROOM = 1 << 24 };
enum { O_ACCESS = 3, O_CREATE = 0100 };

static char home[PATH_ROOM]; /* the artifact's folder, with a slash at its end */
static size_t home_length;
static const char *text; /* the places */
static size_t text_length;
static unsigned *lines; /* where their lines begin */
static struct range {
  size_t first, end;
} around, whole, part; /* the lines of the signs . + - */
static int state; /* 0 not looked yet, 1 somebody looks, 2 there are places, 3 there are none */

static char start[PATH_ROOM]; /* where the program was started, with a slash at its end */
static size_t start_length; /* 0 for the top of the system, or if nobody knows */

static int is_there(const char *path) {
  return call4(CALL_FACCESSAT, AT_FDCWD, path, 0, 0) == 0;
}

int begins(const char *path, const char *with, size_t length) {
  for (size_t i = 0; i < length; i++) {
    if (path[i] != with[i]) {
      return 0;
    }
  }
  return 1;
}

static struct range of_sign(char sign, size_t from, size_t count) {
  struct range found = {from, from};
  while (found.end < count && text[lines[found.end]] == sign) {
    found.end++;
  }
  return found;
}

/* Finds the lines; whether there was memory for that. */
static int list(void) {
  size_t count = 0;
  for (size_t i = 0; i < text_length; i++) {
    count += text[i] == '\n';
  }
  long room = call6(CALL_MMAP, 0, (count + 1) * sizeof *lines, 3, 34, -1, 0);
  if (room < 0 && room >= -4095) {
    return 0;
  }
  lines = (unsigned *)room;
  size_t line = 0;
  for (size_t at = 0; line < count; line++) {
    lines[line] = at;
    while (text[at++] != '\n') {
    }
  }
  lines[count] = text_length;
  around = of_sign('.', 0, count);
  whole = of_sign('+', around.end, count);
  part = of_sign('-', whole.end, count);
  return 1;
}

/* Whether a path, of which so many bytes count, is one of the lines. */
static int is_listed(struct range of, const char *path, size_t length) {
  while (of.first < of.end) {
    size_t middle = of.first + (of.end - of.first) / 2;
    const unsigned char *place = (const unsigned char *)text + lines[middle] + 2;
    size_t room = lines[middle + 1] - lines[middle] - 3;
    size_t i = 0;
    while (i < room && i < length && place[i] == (unsigned char)path[i]) {
      i++;
    }
    if (i == room && i == length) {
      return 1;
    }
    if (i < room && (i == length || place[i] > (unsigned char)path[i])) {
      of.end = middle;
    } else {
      of.first = middle + 1;
    }
  }
  return 0;
}

static void look(void) {
  long its = call3(CALL_GETCWD, start, PATH_ROOM - 1, 0);
  if (its > 2 && start[0] == '/') { /* which counts the byte at the end */
    start[its - 1] = '/';
    start[its] = 0;
    start_length = its;
  }
  struct whereabouts self;
  int next = 3;
  char path[PATH_ROOM];
  if (dladdr(&state, &self) && self.file && self.file[0] == '/') {
    size_t length = append(path, 0, PATH_ROOM, self.file);
    length = append(path, length, PATH_ROOM, ".places");
    long file = length < PATH_ROOM ? call4(CALL_OPENAT, AT_FDCWD, path, 02000000, 0) : -1;
    if (file >= 0) {
      long room = call6(CALL_MMAP, 0, TEXT_ROOM, 1, 2, file, 0);
      char last;
      size_t low = 0;
      size_t high = TEXT_ROOM;
      while (low < high) { /* how long it is, without the kernel's struct stat */
        size_t middle = low + (high - low) / 2;
        if (call4(CALL_PREAD, file, &last, 1, middle) == 1) {
          low = middle + 1;
        } else {
          high = middle;
        }
      }
      call3(CALL_CLOSE, file, 0, 0);
      if (room > 0 || room < -4095) {
        text = (const char *)room;
        text_length = low;
        size_t folder = folder_of(self.file);
        append(home, 0, PATH_ROOM, self.file);
        home[folder ? folder - 1 : 0] = 0; /* the folder of libraries, then the one above */
        home_length = folder_of(home);
        home[home_length] = 0;
        next = list() ? 2 : 3;
      }
    }
  }
  __atomic_store_n(&state, next, __ATOMIC_RELEASE);
}

static int has_places(void) {
  int now = __atomic_load_n(&state, __ATOMIC_ACQUIRE);
  if (now == 0) {
    int none = 0;
    if (__atomic_compare_exchange_n(&state, &none, 1, 0, __ATOMIC_ACQ_REL, __ATOMIC_ACQUIRE)) {
      look();
    }
    now = __atomic_load_n(&state, __ATOMIC_ACQUIRE);
  }
  return now == 2;
}

/* The artifact's own path for a place; whether there is something. */
static int ours(char *to, const char *between, const char *path) {
  size_t length = append(to, 0, PATH_ROOM, home);
  length = append(to, length, PATH_ROOM, between);
  length = path[0] == '/' ? length : append(to, length, PATH_ROOM, "/");
  length = append(to, length, PATH_ROOM, path);
  return length < PATH_ROOM && is_there(to);
}

/* A path without slashes and dots that mean nothing; whether there is room for it. */
static int plain_of(char *to, const char *path) {
  size_t length = 0;
  for (size_t i = 0; path[i]; i++) {
    int is_behind_slash = length == 0 ? path[0] != '/' : to[length - 1] == '/';
    if (path[i] == '/' && length && to[length - 1] == '/') {
      continue;
    }
    if (path[i] == '.' && path[i + 1] == '/' && is_behind_slash) {
      i++;
      continue;
    }
    if (length + 1 == PATH_ROOM) {
      return 0;
    }
    to[length++] = path[i];
  }
  while (length > 1 && to[length - 1] == '/') {
    length--;
  }
  to[length] = 0;
  return length > 0;
}

/* Whether a relative path means something in a folder that such paths count from. */
static int beside(const char *plain, char *to) {
  for (size_t i = around.first; i < around.end; i++) {
    char folder[PATH_ROOM];
    size_t length = lines[i + 1] - lines[i] - 3;
    for (size_t j = 0; j < length && j + 1 < PATH_ROOM; j++) {
      folder[j] = text[lines[i] + 2 + j];
    }
    folder[length < PATH_ROOM ? length : 0] = 0;
    if (ours(to, folder, plain)) {
      return 1;
    }
  }
  return 0;
}

const char *meant(const char *path, char *to) {
  if (!path || !path[0] || !has_places()) {
    return path;
  }
  int is_absolute = path[0] == '/';
  if (!is_absolute && is_there(path)) {
    return path;
  }
  char plain[PATH_ROOM];
  if (!plain_of(plain, path)) {
    return path;
  }
  if (!is_absolute) {
    return beside(plain, to) ? to : path;
  }
  if (start_length && begins(start, plain, start_length) && plain[start_length] && !is_there(path)) {
    return beside(plain + start_length, to) ? to : path;
  }
  size_t length = 1;
  for (; plain[length - 1]; length++) {
    if ((plain[length] == '/' || !plain[length]) && is_listed(whole, plain, length)) {
      int is_theirs = begins(plain, "/etc/", 5) && is_there(path);
      return !is_theirs && ours(to, "system", plain) ? to : path;
    }
  }
  int is_part = is_listed(part, plain, length - 1) && !is_there(path);
  return is_part && ours(to, "system", plain) ? to : path;
}

void *next_of(void **known, const char *name) {
  void *found = __atomic_load_n(known, __ATOMIC_RELAXED);
  if (!found) {
    found = dlsym(NEXT, name);
    __atomic_store_n(known, found, __ATOMIC_RELAXED);
  }
  return found;
}

int is_missing(void *function) {
  if (!function) {
    *__errno_location() = 38;
  }
  return !function;
}

/* A function that takes a path, and only looks. */
#define LOOKS(result, failed, name, parameters, path, arguments)      \
  SHOWN result name parameters {                                      \
    static void *known;                                               \
    result(*next) parameters = next_of(&known, #name);                \
    char room[PATH_ROOM];                                             \
    int *error = __errno_location();                                  \
    int before = *error;                                              \
    path = meant(path, room);                                         \
    *error = before;                                                  \
    return is_missing(next) ? (failed) : next arguments;              \
  }

/* One that may write, by its flags. */
#define OPENS(name, before_path, arguments_before)                                         \
  SHOWN int name(before_path const char *path, int flags, unsigned mode) {                 \
    static void *known;                                                                    \
    int (*next)(before_path const char *, int, unsigned) = next_of(&known, #name);         \
    char room[PATH_ROOM];                                                                  \
    int only_reads = (flags & O_ACCESS) == 0 && !(flags & O_CREATE);                       \
    return is_missing(next) ? -1 : next(arguments_before only_reads ? meant(path, room) : path, flags, mode); \
  }

#define NOTHING
#define FOLDER int folder,
#define FOLDER_ARGUMENT folder,

/* mode is read though there may be none: a register that nobody uses then */
OPENS(open, NOTHING, NOTHING)
OPENS(open64, NOTHING, NOTHING)
OPENS(__open_2, NOTHING, NOTHING)
OPENS(__open64_2, NOTHING, NOTHING)

/* Relative to a folder: only absolute paths, and those that count from where it was started. */
#define OPENS_AT(name)                                                                               \
  SHOWN int name(int folder, const char *path, int flags, unsigned mode) {                           \
    static void *known;                                                                              \
    int (*next)(int, const char *, int, unsigned) = next_of(&known, #name);                          \
    char room[PATH_ROOM];                                                                            \
    int may = (flags & O_ACCESS) == 0 && !(flags & O_CREATE) && path && (path[0] == '/' || folder == AT_FDCWD); \
    return is_missing(next) ? -1 : next(folder, may ? meant(path, room) : path, flags, mode);        \
  }
OPENS_AT(openat)
OPENS_AT(openat64)
OPENS_AT(__openat_2)
OPENS_AT(__openat64_2)

/* Streams: only those that are read. */
static const char *read_by(const char *path, const char *mode, char *room) {
  int reads = mode && mode[0] == 'r';
  for (size_t i = 0; reads && mode[i]; i++) {
    reads = mode[i] != '+';
  }
  return reads ? meant(path, room) : path;
}

#define STREAM(name)                                                  \
  SHOWN void *name(const char *path, const char *mode) {              \
    static void *known;                                               \
    void *(*next)(const char *, const char *) = next_of(&known, #name); \
    char room[PATH_ROOM];                                             \
    return is_missing(next) ? NULL : next(read_by(path, mode, room), mode); \
  }
STREAM(fopen)
STREAM(fopen64)

#define STREAM_AGAIN(name)                                                     \
  SHOWN void *name(const char *path, const char *mode, void *stream) {         \
    static void *known;                                                        \
    void *(*next)(const char *, const char *, void *) = next_of(&known, #name); \
    char room[PATH_ROOM];                                                      \
    return is_missing(next) ? NULL : next(read_by(path, mode, room), mode, stream); \
  }
STREAM_AGAIN(freopen)
STREAM_AGAIN(freopen64)

LOOKS(int, -1, stat, (const char *path, void *found), path, (path, found))
LOOKS(int, -1, stat64, (const char *path, void *found), path, (path, found))
LOOKS(int, -1, lstat, (const char *path, void *found), path, (path, found))
LOOKS(int, -1, lstat64, (const char *path, void *found), path, (path, found))
LOOKS(int, -1, __xstat, (int release, const char *path, void *found), path, (release, path, found))
LOOKS(int, -1, __xstat64, (int release, const char *path, void *found), path, (release, path, found))
LOOKS(int, -1, __lxstat, (int release, const char *path, void *found), path, (release, path, found))
LOOKS(int, -1, __lxstat64, (int release, const char *path, void *found), path, (release, path, found))
LOOKS(int, -1, access, (const char *path, int mode), path, (path, mode))
LOOKS(int, -1, eaccess, (const char *path, int mode), path, (path, mode))
LOOKS(int, -1, euidaccess, (const char *path, int mode), path, (path, mode))
LOOKS(int, -1, chdir, (const char *path), path, (path))
LOOKS(void *, NULL, opendir, (const char *path), path, (path))
LOOKS(long, -1, readlink, (const char *path, char *to, size_t room_to), path, (path, to, room_to))
LOOKS(char *, NULL, realpath, (const char *path, char *to), path, (path, to))
LOOKS(long, -1, __readlink_chk, (const char *path, char *to, size_t room_to, size_t most), path,
      (path, to, room_to, most))
LOOKS(char *, NULL, __realpath_chk, (const char *path, char *to, size_t most), path, (path, to, most))
LOOKS(int, -1, statfs, (const char *path, void *found), path, (path, found))
LOOKS(int, -1, statfs64, (const char *path, void *found), path, (path, found))
LOOKS(int, -1, statvfs, (const char *path, void *found), path, (path, found))
LOOKS(int, -1, statvfs64, (const char *path, void *found), path, (path, found))
LOOKS(char *, NULL, canonicalize_file_name, (const char *path), path, (path))
LOOKS(int, -1, scandir, (const char *path, void *to, void *filter, void *order), path, (path, to, filter, order))
LOOKS(int, -1, scandir64, (const char *path, void *to, void *filter, void *order), path, (path, to, filter, order))
LOOKS(int, -1, glob, (const char *path, int flags, void *failing, void *to), path, (path, flags, failing, to))
LOOKS(int, -1, glob64, (const char *path, int flags, void *failing, void *to), path, (path, flags, failing, to))
LOOKS(int, -1, ftw, (const char *path, void *each, int most), path, (path, each, most))
LOOKS(int, -1, ftw64, (const char *path, void *each, int most), path, (path, each, most))
LOOKS(int, -1, nftw, (const char *path, void *each, int most, int flags), path, (path, each, most, flags))
LOOKS(int, -1, nftw64, (const char *path, void *each, int most, int flags), path, (path, each, most, flags))

#define LOOKS_AT(result, name, parameters, arguments)            \
  SHOWN result name parameters {                                 \
    static void *known;                                          \
    result(*next) parameters = next_of(&known, #name);           \
    char room[PATH_ROOM];                                        \
    int *error = __errno_location();                             \
    int before = *error;                                         \
    if (path && (path[0] == '/' || folder == AT_FDCWD)) {        \
      path = meant(path, room);                                  \
    }                                                            \
    *error = before;                                             \
    return is_missing(next) ? -1 : next arguments;               \
  }
LOOKS_AT(int, fstatat, (int folder, const char *path, void *found, int flags), (folder, path, found, flags))
LOOKS_AT(int, fstatat64, (int folder, const char *path, void *found, int flags), (folder, path, found, flags))
LOOKS_AT(int, __fxstatat, (int release, int folder, const char *path, void *found, int flags),
         (release, folder, path, found, flags))
LOOKS_AT(int, __fxstatat64, (int release, int folder, const char *path, void *found, int flags),
         (release, folder, path, found, flags))
LOOKS_AT(int, statx, (int folder, const char *path, int flags, unsigned mask, void *found),
         (folder, path, flags, mask, found))
LOOKS_AT(int, faccessat, (int folder, const char *path, int mode, int flags), (folder, path, mode, flags))
LOOKS_AT(long, __readlinkat_chk, (int folder, const char *path, char *to, size_t room_to, size_t most),
         (folder, path, to, room_to, most))
LOOKS_AT(long, readlinkat, (int folder, const char *path, char *to, size_t room_to), (folder, path, to, room_to))

/*
 * Libraries by a path. By a name, the C library looks where the caller's own file says, and knows the
 * caller by where the call returns to; so that call has to be the last thing that happens here.
 */
static __attribute__((noinline)) void *load_by_path(void *(*next)(const char *, int), const char *path, int flags) {
  char room[PATH_ROOM];
  return next(meant(path, room), flags);
}

SHOWN void *dlopen(const char *path, int flags) {
  static void *known;
  void *(*next)(const char *, int) = next_of(&known, "dlopen");
  if (is_missing(next)) {
    return NULL;
  }
  return path && folder_of(path) ? load_by_path(next, path, flags) : next(path, flags);
}

/* Where translations lie; the folder is remembered and used later. */
SHOWN char *bindtextdomain(const char *domain, const char *path) {
  static void *known;
  char *(*next)(const char *, const char *) = next_of(&known, "bindtextdomain");
  char room[PATH_ROOM];
  return is_missing(next) ? NULL : next(domain, path && path[0] == '/' ? meant(path, room) : path);
}

/*
 * What the C library reads itself when it comes along: locales and character sets. It asks variables
 * for their places, so these are there as long as it asks, and no child hears of them.
 */

enum { MOST_VARIABLES = 2000 };

static char lent_text[PATH_ROOM];
static char *lent[MOST_VARIABLES];
static char **before_lent;

static int is_set(const char *variable, size_t length) {
  for (char **one = environ; *one; one++) {
    if (begins(*one, variable, length)) {
      return 1;
    }
  }
  return 0;
}

/*
 * Lets a variable name a folder beside this library, in a list of variables that is there only until
 * take_back(): programs that keep the list themselves would take it amiss if it was changed. Whether
 * it does.
 */
static int lend(const char *variable, const char *folder) {
  char path[PATH_ROOM];
  size_t length = length_of(variable);
  if (!&environ || !environ || !has_places() || is_set(variable, length) || !ours(path, "lib", folder)) {
    return 0;
  }
  size_t end = append(lent_text, 0, PATH_ROOM, variable);
  if (append(lent_text, end, PATH_ROOM, path) >= PATH_ROOM) {
    return 0;
  }
  size_t count = 0;
  for (; environ[count]; count++) {
    if (count + 2 >= MOST_VARIABLES) {
      return 0;
    }
    lent[count + 1] = environ[count];
  }
  lent[0] = lent_text;
  lent[count + 1] = NULL;
  before_lent = environ;
  environ = lent;
  return 1;
}

static void take_back(void) {
  environ = before_lent;
}

SHOWN char *setlocale(int category, const char *name) {
  static void *known;
  char *(*next)(int, const char *) = next_of(&known, "setlocale");
  char *set = is_missing(next) ? NULL : next(category, name);
  if (!set && next && name && lend("LOCPATH=", "locale")) {
    set = next(category, name);
    take_back();
  }
  return set;
}

SHOWN void *newlocale(int mask, const char *name, void *base) {
  static void *known;
  void *(*next)(int, const char *, void *) = next_of(&known, "newlocale");
  void *made = is_missing(next) ? NULL : next(mask, name, base);
  if (!made && next && name && lend("LOCPATH=", "locale")) {
    made = next(mask, name, base);
    take_back();
  }
  return made;
}

/*
 * The list of character sets is read once, when the first of them is looked for, which even setting a
 * locale can do; so it is read now.
 */
static void read_character_sets(void) {
  void *(*open_one)(const char *, const char *) = dlsym(NEXT, "iconv_open");
  int (*close_one)(void *) = dlsym(NEXT, "iconv_close");
  if (open_one && close_one && lend("GCONV_PATH=", "gconv")) {
    void *one = open_one("UTF-8", "UTF-16");
    take_back();
    if (one != NEXT) {
      close_one(one);
    }
  }
}

/* What stands in a list behind the last entry of the starter's, by its end; NULL if it told of none. */
static char *behind(char *list, const char *end) {
  size_t length = 0;
  while (end[length]) {
    length++;
  }
  char *found = NULL;
  for (char *at = list; *at; at++) {
    if (begins(at, end, length) && (at[length] == ':' || !at[length])) {
      found = at[length] ? at + length + 1 : at + length;
    }
  }
  return found;
}

/* Takes the entries of a list in a variable back, down to one with that end. */
static void forget(const char *name, const char *end) {
  size_t length = 0;
  while (name[length]) {
    length++;
  }
  for (char **one = &environ ? environ : NULL; one && *one; one++) {
    char *rest = begins(*one, name, length) ? behind(*one + length, end) : NULL;
    if (rest && *rest) {
      char *to = *one + length;
      while ((*to++ = *rest++)) {
      }
    } else if (rest) {
      char **to = one--;
      while ((to[0] = to[1])) {
        to++;
      }
    }
  }
}

__attribute__((constructor)) static void begin(void) {
  forget("LD_LIBRARY_PATH=", "/lib/spare");
  forget("LD_PRELOAD=", "/libgirdle-places.so");
  read_character_sets();
}
