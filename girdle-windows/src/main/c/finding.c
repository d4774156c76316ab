/*
 * Where a runtime can be, in the order of the orders:
 *
 *   look variable NAME     a folder, or the program itself, that a variable names
 *   look bundled FOLDER    in the artifact; its release is known
 *   look path              the folders of PATH
 *   look places PATTERN    folders; * stands for any name between two separators
 *   look registry KEY VALUE  below HKEY_CURRENT_USER and HKEY_LOCAL_MACHINE; * as above
 *
 * A home is a folder that holds the program of the order `program`. Its release is read from a file,
 * or from what the program says of itself in its version resource; nothing is started for that.
 * Makers who have more to say than fits multiply its third part: the order `third-part-in` undoes it.
 */
#include "starter.h"

typedef struct {
  const Orders *orders;
  const wchar_t *program;
  Text told; /* releases that were found and do not do */
  Runtime *found;
} Search;

static void read_release(const wchar_t *text, unsigned release[3]) {
  for (int i = 0; i < 3; i++) {
    while (*text && (*text < L'0' || *text > L'9')) text++;
    release[i] = (unsigned)number_at(&text);
  }
  /* before their ninth, releases of Java were called 1.8 */
  if (release[0] == 1) {
    release[0] = release[1];
    release[1] = release[2];
    release[2] = 0;
  }
}

/* The value of a key in a file of lines KEY="value". */
static int release_in_file(const wchar_t *path, const wchar_t *key, unsigned release[3]) {
  HANDLE file = CreateFileW(long_path(path), GENERIC_READ, FILE_SHARE_READ, NULL, OPEN_EXISTING, 0, NULL);
  if (file == INVALID_HANDLE_VALUE) return 0;
  enum { MOST = 16384 };
  char *bytes = bytes_for(MOST);
  DWORD count = 0;
  ReadFile(file, bytes, MOST, &count, NULL);
  CloseHandle(file);
  wchar_t *text = from_utf8(bytes, count);
  for (wchar_t *line = text; *line;) {
    wchar_t *end = line;
    while (*end && *end != L'\n') end++;
    if (starts_with(line, key) && line[length_of(key)] == L'=') {
      read_release(part_of(line, (size_t)(end - line)) + length_of(key), release);
      return 1;
    }
    line = *end ? end + 1 : end;
  }
  return 0;
}

/* version.dll is none of the libraries that Windows takes from its own folder only. */
static FARPROC of_version_library(const char *name) {
  static HMODULE library;
  if (!library) {
    wchar_t folder[MAX_PATH];
    UINT count = GetSystemDirectoryW(folder, MAX_PATH);
    if (!count || count >= MAX_PATH) return NULL;
    library = LoadLibraryW(joined(folder, L"\\version.dll", NULL));
  }
  return library ? GetProcAddress(library, name) : NULL;
}

static int release_of_program(const Orders *orders, const wchar_t *path, unsigned release[3]) {
  typedef DWORD(WINAPI *SizeOf)(LPCWSTR, LPDWORD);
  typedef BOOL(WINAPI *Read)(LPCWSTR, DWORD, DWORD, LPVOID);
  typedef BOOL(WINAPI *Query)(LPCVOID, LPCWSTR, LPVOID *, PUINT);
  SizeOf size_of = (SizeOf)(void *)of_version_library("GetFileVersionInfoSizeW");
  Read read = (Read)(void *)of_version_library("GetFileVersionInfoW");
  Query query = (Query)(void *)of_version_library("VerQueryValueW");
  if (!size_of || !read || !query) return 0;
  DWORD none;
  DWORD size = size_of(path, &none);
  if (!size) return 0;
  void *bytes = bytes_for(size);
  VS_FIXEDFILEINFO *info;
  UINT length;
  if (!read(path, 0, size, bytes) || !query(bytes, L"\\", (void **)&info, &length)) return 0;
  release[0] = HIWORD(info->dwFileVersionMS);
  release[1] = LOWORD(info->dwFileVersionMS);
  release[2] = HIWORD(info->dwFileVersionLS);
  if (has_order(orders, L"third-part-in")) {
    const wchar_t *unit = order(orders, L"third-part-in");
    unsigned by = (unsigned)number_at(&unit);
    if (by) release[2] /= by;
  }
  return 1;
}

static int is_from(const unsigned release[3], const unsigned least[3]) {
  for (int i = 0; i < 3; i++) {
    if (release[i] != least[i]) return release[i] > least[i];
  }
  return 1;
}

static int is_enough(const Orders *orders, const unsigned release[3]) {
  unsigned least[3];
  unsigned before[3];
  read_release(order(orders, L"least"), least);
  if (has_order(orders, L"exactly")) return release[0] == least[0];
  if (has_order(orders, L"before")) {
    read_release(order(orders, L"before"), before);
    if (is_from(release, before)) return 0;
  }
  return is_from(release, least);
}

static void take(Search *search, const wchar_t *home, const unsigned release[3]) {
  search->found->home = copy_of(home);
  for (int i = 0; i < 3; i++) search->found->release[i] = release[i];
}

static void consider(Search *search, const wchar_t *home) {
  if (search->found->home || !*home) return;
  wchar_t *program = joined(home, L"\\", search->program, NULL);
  if (!is_file(program)) return;
  unsigned release[3] = {0};
  const wchar_t *key = order(search->orders, L"release-key");
  int is_known = (*key && release_in_file(joined(home, L"\\release", NULL), key, release)) ||
                 release_of_program(search->orders, program, release);
  if (!is_known) return;
  if (is_enough(search->orders, release)) {
    take(search, home, release);
    return;
  }
  add(&search->told, search->told.length ? L", " : L"");
  add(&search->told, order(search->orders, L"language"));
  add(&search->told, L" ");
  add_number(&search->told, release[0]);
  for (int i = 1; i < 3 && !*key; i++) {
    add(&search->told, L".");
    add_number(&search->told, release[i]);
  }
}

/* All folders that a pattern means, in the order of their names. */
static void consider_places(Search *search, const wchar_t *pattern) {
  const wchar_t *star = pattern;
  while (*star && *star != L'*') star++;
  if (!*star) {
    consider(search, pattern);
    return;
  }
  wchar_t *folder = part_of(pattern, (size_t)(star - pattern)); /* with a separator */
  WIN32_FIND_DATAW entry;
  HANDLE find = FindFirstFileW(joined(long_path(folder), L"*", NULL), &entry);
  if (find == INVALID_HANDLE_VALUE) return;
  do {
    if ((entry.dwFileAttributes & FILE_ATTRIBUTE_DIRECTORY) && entry.cFileName[0] != L'.') {
      consider_places(search, joined(folder, entry.cFileName, star + 1, NULL));
    }
  } while (!search->found->home && FindNextFileW(find, &entry));
  FindClose(find);
}

static void consider_path(Search *search) {
  wchar_t *path = variable(L"PATH");
  /* a program at PATH\java.exe is bin\java.exe in its home */
  const wchar_t *name = search->program;
  size_t up = 0;
  for (const wchar_t *at = name; *at; at++) {
    if (*at == L'\\') {
      name = at + 1;
      up++;
    }
  }
  while (path && *path && !search->found->home) {
    wchar_t *end = path;
    while (*end && *end != L';') end++;
    size_t length = (size_t)(end - path);
    if (length > 1 && path[0] == L'"' && path[length - 1] == L'"') {
      path++;
      length -= 2;
    }
    while (length > 1 && (path[length - 1] == L'\\' || path[length - 1] == L'/')) length--;
    wchar_t *folder = part_of(path, length);
    /* a relative one would depend on where somebody happens to be */
    if (length > 2 && (folder[1] == L':' || starts_with(folder, L"\\\\")) &&
        is_file(joined(folder, L"\\", name, NULL))) {
      wchar_t *home = folder;
      for (size_t i = 0; i < up; i++) home = folder_of(home);
      consider(search, home);
    }
    path = *end ? end + 1 : end;
  }
}

static void consider_variable(Search *search, const wchar_t *name) {
  wchar_t *value = variable(name);
  if (!value) return;
  wchar_t *home = absolute(value);
  size_t length = length_of(home);
  while (length > 3 && home[length - 1] == L'\\') home[--length] = 0;
  consider(search, home);
  if (search->found->home || is_folder(home)) return;
  /* the program itself */
  const wchar_t *inside = search->program;
  if (length > length_of(inside) && is_same_name(home + length - length_of(inside), inside)) {
    consider(search, part_of(home, length - length_of(inside) - 1));
  }
}

static void consider_key(Search *search, HKEY root, const wchar_t *key, const wchar_t *value) {
  const wchar_t *star = key;
  while (*star && *star != L'*') star++;
  HKEY open;
  size_t length = *star ? (size_t)(star - key) - 1 : length_of(key);
  wchar_t *above = part_of(key, length);
  if (RegOpenKeyExW(root, above, 0, KEY_READ | KEY_WOW64_64KEY, &open) != ERROR_SUCCESS) return;
  if (*star) {
    wchar_t name[256];
    for (DWORD i = 0; !search->found->home; i++) {
      DWORD room = 256;
      if (RegEnumKeyExW(open, i, name, &room, NULL, NULL, NULL, NULL) != ERROR_SUCCESS) break;
      consider_key(search, root, joined(above, L"\\", name, star + 1, NULL), value);
    }
  } else {
    enum { MOST = 8192 };
    wchar_t *home = bytes_for(MOST + sizeof(wchar_t));
    DWORD type;
    DWORD size = MOST;
    if (RegQueryValueExW(open, value, NULL, &type, (BYTE *)home, &size) == ERROR_SUCCESS &&
        type == REG_SZ) {
      size_t end = length_of(home);
      while (end > 3 && home[end - 1] == L'\\') home[--end] = 0;
      consider(search, home);
    }
  }
  RegCloseKey(open);
}

static void look(Search *search, const wchar_t *where) {
  const wchar_t *rest = where;
  while (*rest && *rest != L' ') rest++;
  if (*rest) rest++;
  if (starts_with(where, L"variable ")) {
    consider_variable(search, rest);
  } else if (starts_with(where, L"bundled ")) {
    unsigned release[3];
    read_release(order(search->orders, L"bundled-release"), release);
    take(search, rest, release);
  } else if (is_same(where, L"path")) {
    consider_path(search);
  } else if (starts_with(where, L"places ")) {
    wchar_t *pattern = expanded(rest);
    if (pattern) consider_places(search, pattern);
  } else if (starts_with(where, L"registry ")) {
    const wchar_t *space = rest;
    while (*space && *space != L' ') space++;
    wchar_t *key = part_of(rest, (size_t)(space - rest));
    consider_key(search, HKEY_CURRENT_USER, key, *space ? space + 1 : space);
    consider_key(search, HKEY_LOCAL_MACHINE, key, *space ? space + 1 : space);
  }
}

int find_runtime(const Orders *orders, Runtime *found) {
  Search search = {orders, order(orders, L"program"), {0}, found};
  size_t from = 0;
  for (wchar_t *where; !found->home && (where = next_order(orders, L"look", &from));) {
    look(&search, where);
  }
  if (found->home) return 1;
  Text text = {0};
  add(&text, order(orders, L"title"));
  add(&text, L" needs ");
  add(&text, order(orders, L"need"));
  add(&text, L", and there is none here.");
  if (search.told.length) {
    add(&text, L"\r\n  found: ");
    add(&text, search.told.at);
  }
  add(&text, L"\r\n  Install it, or set ");
  add(&text, order(orders, L"variable"));
  add(&text, L" to its folder.");
  fail(STATUS_NOT_FOUND, text.at);
  return 0;
}
