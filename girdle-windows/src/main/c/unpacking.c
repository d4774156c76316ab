/*
 * Where the archive is unpacked, by whom, and what becomes of it there. It is unpacked into a folder
 * beside its place, which is moved there in one step once it is whole. While one process does so,
 * others wait for it.
 */
#include "payload.h"

static void trouble(Payload *payload, const wchar_t *what, const wchar_t *why) {
  payload->problem = joined(payload->problem ? payload->problem : L"", payload->problem ? L"\r\n  " : L"",
                            what, why, NULL);
}

static void make_folders(const wchar_t *path, size_t from) {
  for (wchar_t *at = copy_of(path), *start = at + from; *start; start++) {
    if (*start == L'\\') {
      *start = 0;
      CreateDirectoryW(at, NULL);
      *start = L'\\';
    }
  }
}

static void remove_folder(const wchar_t *folder) {
  WIN32_FIND_DATAW entry;
  HANDLE find = FindFirstFileW(joined(folder, L"\\*", NULL), &entry);
  if (find != INVALID_HANDLE_VALUE) {
    do {
      wchar_t *name = entry.cFileName;
      if (is_same(name, L".") || is_same(name, L"..")) continue;
      wchar_t *path = joined(folder, L"\\", name, NULL);
      int is_link = entry.dwFileAttributes & FILE_ATTRIBUTE_REPARSE_POINT;
      if ((entry.dwFileAttributes & FILE_ATTRIBUTE_DIRECTORY) && !is_link) {
        remove_folder(path);
      } else if (entry.dwFileAttributes & FILE_ATTRIBUTE_DIRECTORY) {
        RemoveDirectoryW(path);
      } else {
        SetFileAttributesW(path, FILE_ATTRIBUTE_NORMAL);
        DeleteFileW(path);
      }
    } while (FindNextFileW(find, &entry));
    FindClose(find);
  }
  RemoveDirectoryW(folder);
}

/* Removes the folders of a pattern but for one. */
static void sweep(const Payload *payload, const wchar_t *pattern, const wchar_t *but) {
  WIN32_FIND_DATAW entry;
  HANDLE find = FindFirstFileW(joined(payload->base, L"\\", pattern, NULL), &entry);
  if (find == INVALID_HANDLE_VALUE) return;
  do {
    if ((entry.dwFileAttributes & FILE_ATTRIBUTE_DIRECTORY) && !is_same_name(entry.cFileName, but)) {
      remove_folder(joined(payload->base, L"\\", entry.cFileName, NULL));
    }
  } while (FindNextFileW(find, &entry));
  FindClose(find);
}

static uint64_t time_of(const wchar_t *folder) {
  WIN32_FILE_ATTRIBUTE_DATA data;
  if (!GetFileAttributesExW(folder, GetFileExInfoStandard, &data)) return 0;
  if (!(data.dwFileAttributes & FILE_ATTRIBUTE_DIRECTORY)) return 0;
  return (uint64_t)data.ftLastWriteTime.dwHighDateTime << 32 | data.ftLastWriteTime.dwLowDateTime;
}

/* All folders that files lie in, the top one first as "". */
static List folders_of(const Payload *payload) {
  List folders = {0};
  append(&folders, copy_of(L""));
  const wchar_t *last = L"";
  for (size_t i = 0; i < payload->count; i++) {
    wchar_t *folder = folder_of(payload->entries[i].path);
    if (!is_same(folder, last)) {
      append(&folders, joined(L"\\", folder, NULL));
      last = folder;
    }
  }
  return folders;
}

/*
 * Writes down when something was last put into each folder, or taken from it, so that later starts
 * look at nothing else: the times as numbers of fixed length, in the order of the archive.
 */
static int note_times(const Payload *payload, const wchar_t *at) {
  HANDLE to = CreateFileW(joined(at, L"\\.unpacked", NULL), GENERIC_WRITE, FILE_SHARE_READ, NULL,
                          CREATE_ALWAYS, FILE_ATTRIBUTE_NORMAL, NULL);
  if (to == INVALID_HANDLE_VALUE) return 0;
  List folders = folders_of(payload);
  uint64_t *times = bytes_for((folders.count + 1) * sizeof(uint64_t));
  for (size_t i = 0; i < folders.count; i++) times[i] = time_of(joined(at, folders.at[i], NULL));
  int done = write_all(to, (unsigned char *)times, (DWORD)(folders.count * sizeof(uint64_t)));
  CloseHandle(to);
  return done;
}

enum { LOST, CHANGED, UNCHANGED };

/* Whether anything was put into a folder or taken from it since that was written down. */
static int state_of(const Payload *payload, const wchar_t *at) {
  HANDLE from = CreateFileW(joined(at, L"\\.unpacked", NULL), GENERIC_READ,
                            FILE_SHARE_READ | FILE_SHARE_WRITE | FILE_SHARE_DELETE, NULL,
                            OPEN_EXISTING, 0, NULL);
  if (from == INVALID_HANDLE_VALUE) return LOST;
  List folders = folders_of(payload);
  DWORD size = (DWORD)(folders.count * sizeof(uint64_t));
  uint64_t *times = bytes_for(size + sizeof(uint64_t));
  DWORD done = 0;
  ReadFile(from, times, size + 1, &done, NULL);
  CloseHandle(from);
  if (done != size) return CHANGED;
  for (size_t i = 0; i < folders.count; i++) {
    uint64_t now = time_of(joined(at, folders.at[i], NULL));
    if (!now) return LOST;
    if (now != times[i]) return CHANGED;
  }
  return UNCHANGED;
}

/* How many files are not as they were unpacked; puts them back if that is wanted, -1 if it cannot. */
static long compare(Payload *payload, const wchar_t *at, int by_bytes, int mend) {
  long wrong = 0;
  for (size_t i = 0; i < payload->count; i++) {
    const Entry *entry = &payload->entries[i];
    wchar_t *path = joined(at, L"\\", entry->path, NULL);
    if (by_bytes ? has_bytes(payload, entry, path) : has_size(path, entry->size)) continue;
    wrong++;
    if (!mend) continue;
    make_folders(path, length_of(at));
    wchar_t *fresh = joined(path, L".girdle-new", NULL);
    SetFileAttributesW(path, FILE_ATTRIBUTE_NORMAL); /* what may not be written is exchanged, too */
    if (!unpack_file(payload, entry, fresh) ||
        !MoveFileExW(fresh, path, MOVEFILE_REPLACE_EXISTING)) {
      DWORD error = GetLastError();
      DeleteFileW(fresh);
      trouble(payload, joined(plain_path(path), L" cannot be put back: ", NULL), reason_of(error));
      return -1;
    }
  }
  return wrong;
}

/* Scanners of what is new may hold a file for a moment, and a folder cannot be moved then. */
static int move_in(const wchar_t *work, const wchar_t *place) {
  for (int i = 0; i < 100; i++) {
    if (MoveFileExW(work, place, 0)) return 1;
    DWORD error = GetLastError();
    if (error != ERROR_ACCESS_DENIED && error != ERROR_SHARING_VIOLATION) return 0;
    if (is_folder(place)) return 0;
    Sleep(100);
  }
  return 0;
}

static int unpack(Payload *payload, const wchar_t *place) {
  Text name = {0};
  add(&name, payload->base);
  add(&name, L"\\.");
  add(&name, payload->folder);
  add(&name, L".");
  add_number(&name, GetCurrentProcessId());
  const wchar_t *work = name.at;
  if (!is_unaltered(payload)) altered();
  int done = CreateDirectoryW(work, NULL);
  const wchar_t *last = L"";
  for (size_t i = 0; done && i < payload->count; i++) {
    const Entry *entry = &payload->entries[i];
    wchar_t *path = joined(work, L"\\", entry->path, NULL);
    wchar_t *folder = folder_of(entry->path);
    if (!is_same(folder, last)) make_folders(path, length_of(work));
    last = folder;
    done = unpack_file(payload, entry, path);
  }
  /* the second time, since the file itself is new in its folder */
  done = done && note_times(payload, work) && note_times(payload, work) && move_in(work, place);
  if (!done) {
    DWORD error = GetLastError();
    remove_folder(work);
    if (is_folder(place)) return 1;
    trouble(payload, joined(L"cannot unpack into ", plain_path(payload->base), L": ", NULL),
            reason_of(error));
  }
  return done;
}

/* While one unpacks, others wait: whoever has this file open. Windows closes it, however one ends. */
static HANDLE wait_for_turn(const Payload *payload) {
  wchar_t *path = joined(payload->base, L"\\.", payload->folder, L".turn", NULL);
  for (int i = 0; i < 6000; i++) {
    HANDLE turn = CreateFileW(path, GENERIC_WRITE | DELETE, 0, NULL, OPEN_ALWAYS,
                              FILE_ATTRIBUTE_HIDDEN | FILE_FLAG_DELETE_ON_CLOSE, NULL);
    if (turn != INVALID_HANDLE_VALUE) return turn;
    DWORD error = GetLastError();
    if (error != ERROR_SHARING_VIOLATION && error != ERROR_ACCESS_DENIED &&
        error != ERROR_DELETE_PENDING) {
      return INVALID_HANDLE_VALUE;
    }
    if (error == ERROR_ACCESS_DENIED && i > 20) return INVALID_HANDLE_VALUE;
    Sleep(50);
  }
  return INVALID_HANDLE_VALUE;
}

/* Sets the base to the one that is named, else the first, else the second of two. */
static int choose_base(Payload *payload, int number) {
  const wchar_t *named = order(payload->shown, L"unpack-variable");
  wchar_t *base = variable(named);
  if (base) {
    if (number == 2) return 0;
  } else {
    wchar_t *above = variable(number == 1 ? L"LOCALAPPDATA" : L"TEMP");
    if (!above) return 0;
    base = joined(above, L"\\girdle-run", NULL);
  }
  base = long_path(base);
  size_t length = length_of(base);
  while (length > 7 && base[length - 1] == L'\\') base[--length] = 0;
  make_folders(joined(base, L"\\", NULL), 7); /* behind the drive */
  payload->base = base;
  if (is_folder(base)) return 1;
  trouble(payload, plain_path(base), L" is no folder, and cannot be made one");
  return 0;
}

static int provide_at(Payload *payload, const wchar_t *place, int again) {
  int state = again ? CHANGED : state_of(payload, place);
  if (state == UNCHANGED) return 1;
  HANDLE turn = wait_for_turn(payload);
  int has_turn = turn != INVALID_HANDLE_VALUE;
  if (!is_folder(place)) {
    if (has_turn) sweep(payload, joined(L".", payload->folder, L".*", NULL), L"");
    begin_progress(payload->shown);
    int done = unpack(payload, place);
    end_progress();
    if (has_turn) CloseHandle(turn);
    return done;
  }
  state = again ? CHANGED : state_of(payload, place);
  int done = 1;
  if (state != UNCHANGED) {
    done = compare(payload, place, again || state == LOST, 1) >= 0;
    if (done && !note_times(payload, place)) {
      done = has_turn; /* a folder that cannot be written can be whole all the same */
    }
  }
  if (has_turn) CloseHandle(turn);
  return done;
}

static void print(const wchar_t *text) {
  write_text(GetStdHandle(STD_OUTPUT_HANDLE), joined(text, L"\r\n", NULL));
}

static void verify(Payload *payload) {
  if (!is_unaltered(payload)) fail(1, L"this file was altered, or is not whole; fetch it again");
  for (int number = 1; number <= 2; number++) {
    if (!choose_base(payload, number)) continue;
    wchar_t *place = joined(payload->base, L"\\", payload->folder, NULL);
    long wrong = is_folder(place) ? compare(payload, place, 1, 0) : 0;
    if (wrong) {
      Text text = {0};
      add(&text, L"this file is whole; of what it has unpacked into ");
      add(&text, plain_path(place));
      add(&text, L", files are missing or altered: ");
      add_number(&text, (unsigned long long)wrong);
      add(&text, L". ");
      add(&text, order(payload->shown, L"file-variable"));
      add(&text, L"=unpack puts them back.");
      fail(1, text.at);
    }
  }
  print(L"whole and unaltered");
  ExitProcess(0);
}

static void clean(Payload *payload) {
  for (int number = 1; number <= 2; number++) {
    if (!choose_base(payload, number)) continue;
    wchar_t *of_program = joined(order(&payload->orders, L"program"), L"-*", NULL);
    sweep(payload, of_program, payload->folder);
  }
  ExitProcess(0);
}

void provide_files(Orders *orders) {
  Payload payload = {0};
  open_payload(&payload, orders);
  read_directory(&payload);
  wchar_t *asked = variable(order(orders, L"file-variable"));
  int where = asked && is_same(asked, L"where");
  int again = asked && is_same(asked, L"unpack");
  if (asked && is_same(asked, L"verify")) verify(&payload);
  if (asked && is_same(asked, L"clean")) clean(&payload);
  if (asked && !where && !again) {
    fail(STATUS_WRONG_WORDS, joined(order(orders, L"file-variable"), L" is ", asked,
                                    L"; it can be where, unpack, verify or clean", NULL));
  }
  wchar_t *place = NULL;
  for (int number = 1; number <= 2 && !place; number++) {
    if (!choose_base(&payload, number)) continue;
    wchar_t *at = joined(payload.base, L"\\", payload.folder, NULL);
    if (where || provide_at(&payload, at, again)) place = at;
  }
  if (!place) {
    fail(STATUS_CANNOT_RUN,
         joined(L"there is no folder to unpack into:\r\n  ", payload.problem ? payload.problem : L"",
                L"\r\n  ", order(orders, L"unpack-variable"), L" names another.", NULL));
  }
  orders->home = plain_path(place);
  if (asked) {
    print(orders->home);
    ExitProcess(0);
  }
  CloseHandle(payload.file);
}
