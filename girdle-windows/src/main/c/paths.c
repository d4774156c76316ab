#include "starter.h"

wchar_t *variable(const wchar_t *name) {
  DWORD count = GetEnvironmentVariableW(name, NULL, 0);
  if (count < 2) return NULL;
  wchar_t *value = bytes_for(((size_t)count + 1) * sizeof(wchar_t));
  return GetEnvironmentVariableW(name, value, count) ? value : NULL;
}

/* Windows cuts a path off in silence that does not fit. */
wchar_t *own_path(void) {
  for (DWORD room = 512;; room *= 2) {
    wchar_t *path = bytes_for((size_t)room * sizeof(wchar_t));
    DWORD count = GetModuleFileNameW(NULL, path, room);
    if (count < room) return path;
  }
}

wchar_t *folder_of(const wchar_t *path) {
  size_t end = length_of(path);
  while (end && path[end - 1] != L'\\' && path[end - 1] != L'/') end--;
  return part_of(path, end ? end - 1 : 0);
}

wchar_t *absolute(const wchar_t *path) {
  DWORD count = GetFullPathNameW(path, 0, NULL, NULL);
  wchar_t *full = bytes_for(((size_t)count + 1) * sizeof(wchar_t));
  return count && GetFullPathNameW(path, count, full, NULL) ? full : copy_of(path);
}

wchar_t *long_path(const wchar_t *path) {
  if (starts_with(path, L"\\\\?\\")) return copy_of(path);
  wchar_t *full = absolute(path);
  if (starts_with(full, L"\\\\?\\")) return full;
  return starts_with(full, L"\\\\") ? joined(L"\\\\?\\UNC\\", full + 2, NULL)
                                     : joined(L"\\\\?\\", full, NULL);
}

wchar_t *plain_path(const wchar_t *path) {
  if (starts_with(path, L"\\\\?\\UNC\\")) return joined(L"\\\\", path + 8, NULL);
  return copy_of(starts_with(path, L"\\\\?\\") ? path + 4 : path);
}

wchar_t *expanded(const wchar_t *text) {
  Text all = {0};
  add(&all, L"");
  while (*text) {
    const wchar_t *end = text + 1;
    while (*end && *end != L'%') end++;
    if (*text != L'%' || !*end) {
      add_part(&all, text++, 1);
      continue;
    }
    wchar_t *value = variable(part_of(text + 1, (size_t)(end - text - 1)));
    if (!value) return NULL;
    add(&all, value);
    text = end + 1;
  }
  return all.at;
}

int is_file(const wchar_t *path) {
  DWORD what = GetFileAttributesW(long_path(path));
  return what != INVALID_FILE_ATTRIBUTES && !(what & FILE_ATTRIBUTE_DIRECTORY);
}

int is_folder(const wchar_t *path) {
  DWORD what = GetFileAttributesW(long_path(path));
  return what != INVALID_FILE_ATTRIBUTES && (what & FILE_ATTRIBUTE_DIRECTORY);
}
