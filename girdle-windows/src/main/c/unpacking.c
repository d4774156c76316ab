/*
 * The files of the application lie behind the program as a zip archive (APPNOTE.TXT 6.3, 4.3 and
 * 4.4), whose places in this file are told by the orders of PAYLOAD_ID:
 *
 *   offset, size     of all that has to be there, in bytes
 *   digest           its SHA-256
 *   directory, entries   where the central directory starts, and how many files it has
 *   folder           what the folder is called that it is unpacked to
 *
 * It is unpacked into a folder beside its place, which is moved there in one step once it is whole.
 * While one process does so, others wait for it.
 */
#include "starter.h"

#include <zlib.h>

enum { BUFFER = 1 << 18, DIGEST = 32, STORED = 0, DEFLATED = 8, HEADER = 46, LOCAL_HEADER = 30 };

typedef struct {
  wchar_t *path; /* with backslashes */
  unsigned method;
  uint32_t crc;
  uint64_t packed;
  uint64_t size;
  uint64_t offset;
} Entry;

typedef struct {
  Orders orders;
  const Orders *shown;
  HANDLE file;
  uint64_t offset;
  uint64_t size;
  Entry *entries;
  size_t count;
  wchar_t *folder; /* its name */
  wchar_t *base;   /* of the folder, as long path */
  wchar_t *problem;
  uint64_t done; /* bytes, for the progress */
  uint64_t all;
  unsigned char *in;
  unsigned char *out;
} Payload;

static uint64_t number_of(const Payload *payload, const wchar_t *key) {
  const wchar_t *text = order(&payload->orders, key);
  return number_at(&text);
}

static void altered(void) {
  fail(STATUS_CANNOT_RUN, L"this file was altered, or is not whole; fetch it again");
}

static void read_at(const Payload *payload, uint64_t offset, void *to, DWORD count) {
  OVERLAPPED where = {0};
  where.Offset = (DWORD)offset;
  where.OffsetHigh = (DWORD)(offset >> 32);
  DWORD done = 0;
  if (!ReadFile(payload->file, to, count, &done, &where) || done != count) {
    DWORD error = GetLastError();
    if (error == ERROR_HANDLE_EOF || done < count) altered();
    fail(STATUS_CANNOT_RUN, joined(L"this file cannot be read: ", reason_of(error), NULL));
  }
}

static uint64_t little(const unsigned char *bytes, int count) {
  uint64_t number = 0;
  while (count--) number = number << 8 | bytes[count];
  return number;
}

/* Sizes and offsets that have no room in the header stand in an extra field (4.5.3). */
static void read_large(Entry *entry, const unsigned char *extra, size_t length) {
  while (length >= 4) {
    size_t size = (size_t)little(extra + 2, 2);
    if (size + 4 > length) return;
    if (little(extra, 2) == 1) {
      const unsigned char *at = extra + 4;
      const unsigned char *end = at + size;
      uint64_t *fields[] = {&entry->size, &entry->packed, &entry->offset};
      for (int i = 0; i < 3; i++) {
        if (*fields[i] == 0xFFFFFFFFu && at + 8 <= end) {
          *fields[i] = little(at, 8);
          at += 8;
        }
      }
    }
    extra += size + 4;
    length -= size + 4;
  }
}

/* A name that would lie elsewhere is none that was sealed. */
static int is_inside(const wchar_t *path) {
  const wchar_t *part = path;
  for (const wchar_t *at = path;; at++) {
    if (*at == L':') return 0;
    if (!*at || *at == L'\\') {
      if (at == part || (at - part == 2 && part[0] == L'.' && part[1] == L'.')) return 0;
      part = at + 1;
    }
    if (!*at) return 1;
  }
}

static void read_directory(Payload *payload) {
  uint64_t at = number_of(payload, L"directory");
  uint64_t end = payload->offset + payload->size;
  uint64_t count = number_of(payload, L"entries");
  if (at < payload->offset || at > end || count > (end - at) / HEADER) altered();
  unsigned char *bytes = bytes_for((size_t)(end - at) + 1);
  for (uint64_t from = at; from < end; from += BUFFER) {
    read_at(payload, from, bytes + (from - at), (DWORD)(end - from < BUFFER ? end - from : BUFFER));
  }
  payload->entries = bytes_for((size_t)count * sizeof(Entry));
  const unsigned char *header = bytes;
  const unsigned char *stop = bytes + (end - at);
  for (uint64_t i = 0; i < count; i++) {
    if (stop - header < HEADER || little(header, 4) != 0x02014b50) altered();
    size_t name = (size_t)little(header + 28, 2);
    size_t extra = (size_t)little(header + 30, 2);
    size_t more = (size_t)little(header + 32, 2);
    if ((size_t)(stop - header) < HEADER + name + extra + more) altered();
    const char *text = (const char *)header + HEADER;
    if (name && text[name - 1] != '/') {
      Entry *entry = &payload->entries[payload->count++];
      entry->path = from_utf8(text, name);
      for (wchar_t *sign = entry->path; *sign; sign++) {
        if (*sign == L'/') *sign = L'\\';
      }
      if (!is_inside(entry->path)) altered();
      entry->method = (unsigned)little(header + 10, 2);
      entry->crc = (uint32_t)little(header + 16, 4);
      entry->packed = little(header + 20, 4);
      entry->size = little(header + 24, 4);
      entry->offset = little(header + 42, 4);
      read_large(entry, header + HEADER + name, extra);
      payload->all += entry->size;
    }
    header += HEADER + name + extra + more;
  }
}

static void open_payload(Payload *payload, const Orders *shown) {
  payload->shown = shown;
  if (!read_orders(PAYLOAD_ID, &payload->orders)) ExitProcess(STATUS_CANNOT_RUN);
  payload->offset = number_of(payload, L"offset");
  payload->size = number_of(payload, L"size");
  payload->folder = copy_of(order(&payload->orders, L"folder"));
  payload->file = CreateFileW(long_path(own_path()), GENERIC_READ,
                              FILE_SHARE_READ | FILE_SHARE_WRITE | FILE_SHARE_DELETE, NULL,
                              OPEN_EXISTING, FILE_FLAG_SEQUENTIAL_SCAN, NULL);
  if (payload->file == INVALID_HANDLE_VALUE) {
    fail(STATUS_CANNOT_RUN, joined(L"this file cannot be read: ", reason_of(GetLastError()), NULL));
  }
  LARGE_INTEGER size;
  GetFileSizeEx(payload->file, &size);
  if ((uint64_t)size.QuadPart < payload->offset + payload->size) {
    Text text = {0};
    add(&text, L"this file is not whole: it has ");
    add_number(&text, (uint64_t)size.QuadPart);
    add(&text, L" bytes of ");
    add_number(&text, payload->offset + payload->size);
    add(&text, L". Fetch it again.");
    fail(STATUS_CANNOT_RUN, text.at);
  }
  payload->in = bytes_for(BUFFER);
  payload->out = bytes_for(BUFFER);
}

/* SHA-256 by Windows' own library (Vista and later), from its own folder only. */
static int is_unaltered(Payload *payload) {
  typedef LONG(WINAPI *Open)(void **, LPCWSTR, LPCWSTR, ULONG);
  typedef LONG(WINAPI *New)(void *, void **, UCHAR *, ULONG, UCHAR *, ULONG, ULONG);
  typedef LONG(WINAPI *Put)(void *, UCHAR *, ULONG, ULONG);
  wchar_t system[MAX_PATH];
  UINT count = GetSystemDirectoryW(system, MAX_PATH);
  HMODULE library = count && count < MAX_PATH ? LoadLibraryW(joined(system, L"\\bcrypt.dll", NULL)) : NULL;
  if (!library) return 1; /* each file has a checksum besides */
  Open open = (Open)(void *)GetProcAddress(library, "BCryptOpenAlgorithmProvider");
  New create = (New)(void *)GetProcAddress(library, "BCryptCreateHash");
  Put put = (Put)(void *)GetProcAddress(library, "BCryptHashData");
  Put finish = (Put)(void *)GetProcAddress(library, "BCryptFinishHash");
  void *algorithm;
  void *hash;
  if (!open || !create || !put || !finish || open(&algorithm, L"SHA256", NULL, 0)) return 1;
  if (create(algorithm, &hash, NULL, 0, NULL, 0, 0)) return 1;
  for (uint64_t at = 0; at < payload->size; at += BUFFER) {
    uint64_t left = payload->size - at;
    DWORD part = (DWORD)(left < BUFFER ? left : BUFFER);
    read_at(payload, payload->offset + at, payload->in, part);
    put(hash, payload->in, part, 0);
    show_progress(at / 4, payload->size + payload->all);
  }
  unsigned char digest[DIGEST];
  if (finish(hash, digest, DIGEST, 0)) return 1;
  const wchar_t *told = order(&payload->orders, L"digest");
  for (int i = 0; i < DIGEST; i++) {
    static const wchar_t DIGITS[] = L"0123456789abcdef";
    if (told[2 * i] != DIGITS[digest[i] >> 4] || told[2 * i + 1] != DIGITS[digest[i] & 15]) return 0;
  }
  return 1;
}

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

static int write_all(HANDLE to, const unsigned char *bytes, DWORD count) {
  DWORD done = 0;
  if (count == 0) return 1;
  if (!WriteFile(to, bytes, count, &done, NULL)) return 0;
  if (done < count) SetLastError(ERROR_DISK_FULL);
  return done == count;
}

static uint64_t start_of(const Payload *payload, const Entry *entry) {
  unsigned char local[LOCAL_HEADER];
  read_at(payload, entry->offset, local, LOCAL_HEADER);
  if (little(local, 4) != 0x04034b50) altered();
  uint64_t start = entry->offset + LOCAL_HEADER + little(local + 26, 2) + little(local + 28, 2);
  if (start + entry->packed > payload->offset + payload->size) altered();
  return start;
}

/* Unpacks one file; false, with the last error, if it cannot be written. */
static int unpack_to(Payload *payload, const Entry *entry, HANDLE to) {
  uint64_t at = start_of(payload, entry);
  uint64_t left = entry->packed;
  uint64_t written = 0;
  uLong crc = crc32(0, NULL, 0);
  z_stream stream = {0};
  if (entry->method == DEFLATED && inflateInit2(&stream, -MAX_WBITS) != Z_OK) altered();
  int ended = entry->method == STORED && left == 0;
  while (!ended) {
    DWORD part = (DWORD)(left < BUFFER ? left : BUFFER);
    read_at(payload, at, payload->in, part);
    at += part;
    left -= part;
    stream.next_in = payload->in;
    stream.avail_in = part;
    do {
      unsigned char *bytes = payload->in;
      DWORD count = part;
      if (entry->method == DEFLATED) {
        stream.next_out = bytes = payload->out;
        stream.avail_out = BUFFER;
        int told = inflate(&stream, Z_NO_FLUSH);
        if (told != Z_OK && told != Z_STREAM_END && told != Z_BUF_ERROR) altered();
        ended = told == Z_STREAM_END;
        count = BUFFER - stream.avail_out;
      }
      written += count;
      if (written > entry->size) altered();
      crc = crc32(crc, bytes, count);
      if (!write_all(to, bytes, count)) {
        if (entry->method == DEFLATED) inflateEnd(&stream);
        return 0;
      }
    } while (entry->method == DEFLATED && !ended && (stream.avail_in || !stream.avail_out));
    if (!left && !ended) {
      if (entry->method == DEFLATED) altered();
      ended = 1;
    }
    payload->done += part;
    show_progress(payload->size / 4 + payload->done, payload->size / 4 + payload->size);
  }
  if (entry->method == DEFLATED) inflateEnd(&stream);
  if (crc != entry->crc || written != entry->size) altered();
  return 1;
}

static int unpack_file(Payload *payload, const Entry *entry, const wchar_t *path) {
  HANDLE to = CreateFileW(path, GENERIC_WRITE, 0, NULL, CREATE_ALWAYS, FILE_ATTRIBUTE_NORMAL, NULL);
  if (to == INVALID_HANDLE_VALUE) return 0;
  int done = unpack_to(payload, entry, to);
  DWORD error = GetLastError();
  CloseHandle(to);
  SetLastError(error);
  return done;
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

static int has_size(const wchar_t *path, uint64_t size) {
  WIN32_FILE_ATTRIBUTE_DATA data;
  if (!GetFileAttributesExW(path, GetFileExInfoStandard, &data)) return 0;
  return !(data.dwFileAttributes & FILE_ATTRIBUTE_DIRECTORY) &&
         ((uint64_t)data.nFileSizeHigh << 32 | data.nFileSizeLow) == size;
}

static int has_bytes(const Payload *payload, const Entry *entry, const wchar_t *path) {
  if (!has_size(path, entry->size)) return 0;
  HANDLE file = CreateFileW(path, GENERIC_READ, FILE_SHARE_READ | FILE_SHARE_WRITE | FILE_SHARE_DELETE,
                            NULL, OPEN_EXISTING, FILE_FLAG_SEQUENTIAL_SCAN, NULL);
  if (file == INVALID_HANDLE_VALUE) return 0;
  uLong crc = crc32(0, NULL, 0);
  DWORD done = 0;
  while (ReadFile(file, payload->in, BUFFER, &done, NULL) && done) crc = crc32(crc, payload->in, done);
  CloseHandle(file);
  return crc == entry->crc;
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
  char *bytes = to_code_page(CP_UTF8, joined(text, L"\r\n", NULL), NULL);
  DWORD count = 0;
  while (bytes[count]) count++;
  HANDLE output = GetStdHandle(STD_OUTPUT_HANDLE);
  DWORD done;
  DWORD mode;
  if (GetConsoleMode(output, &mode)) {
    WriteConsoleW(output, joined(text, L"\r\n", NULL), (DWORD)length_of(text) + 2, &done, NULL);
  } else {
    WriteFile(output, bytes, count, &done, NULL);
  }
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
