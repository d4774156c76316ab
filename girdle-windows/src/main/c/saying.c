#include "starter.h"

static const Orders *whose;
static wchar_t *log_path;

void say_for(const Orders *orders) { whose = orders; }

static int has_window(void) { return whose && has_order(whose, L"window"); }

/*
 * Whether what is written to standard error gets to somebody. A program with a window that nobody
 * gave an output has none, and what goes to the null device does not count as told.
 */
static int is_heard(HANDLE output) {
  if (!output || output == INVALID_HANDLE_VALUE || log_path) return 0;
  DWORD mode;
  DWORD type = GetFileType(output);
  return type == FILE_TYPE_DISK || type == FILE_TYPE_PIPE ||
         (type == FILE_TYPE_CHAR && (GetConsoleMode(output, &mode) || !has_window()));
}

void write_text(HANDLE output, const wchar_t *text) {
  DWORD mode;
  DWORD done;
  if (GetConsoleMode(output, &mode)) {
    WriteConsoleW(output, text, (DWORD)length_of(text), &done, NULL);
    return;
  }
  char *bytes = to_code_page(CP_UTF8, text, NULL);
  DWORD count = 0;
  while (bytes[count]) count++;
  WriteFile(output, bytes, count, &done, NULL);
}

/* A console that was opened for this program alone is gone before anybody can read it. */
static int is_gone_at_once(HANDLE output) {
  DWORD mode;
  DWORD processes[2];
  return GetConsoleMode(output, &mode) && GetConsoleProcessList(processes, 2) == 1;
}

static void show(const wchar_t *text) {
  MessageBoxW(NULL, text, order(whose, L"title"), MB_OK | MB_ICONERROR | MB_SETFOREGROUND);
}

void say(const wchar_t *text) {
  HANDLE output = GetStdHandle(STD_ERROR_HANDLE);
  const wchar_t *name = whose ? order(whose, L"name") : L"";
  wchar_t *line = joined(name, *name ? L": " : L"", text, L"\r\n", NULL);
  if (log_path) write_text(output, line);
  if (is_heard(output)) {
    write_text(output, line);
    if (whose && is_gone_at_once(output)) show(text);
  } else if (has_window()) {
    show(text);
  }
}

void fail(unsigned status, const wchar_t *text) {
  say(text);
  ExitProcess(status);
}

/* The last lines of what the program said, as far as a box has room for them. */
static wchar_t *last_said(void) {
  HANDLE file = CreateFileW(long_path(log_path), GENERIC_READ, FILE_SHARE_READ | FILE_SHARE_WRITE,
                            NULL, OPEN_EXISTING, 0, NULL);
  if (file == INVALID_HANDLE_VALUE) return copy_of(L"");
  enum { MOST = 1200 };
  char *bytes = bytes_for(MOST);
  LARGE_INTEGER size;
  DWORD done = 0;
  GetFileSizeEx(file, &size);
  if (size.QuadPart > MOST) {
    LARGE_INTEGER from = {.QuadPart = size.QuadPart - MOST};
    SetFilePointerEx(file, from, NULL, FILE_BEGIN);
  }
  ReadFile(file, bytes, MOST, &done, NULL);
  CloseHandle(file);
  DWORD start = 0;
  if (size.QuadPart > MOST) {
    while (start < done && bytes[start] != '\n') start++;
  }
  return from_utf8(bytes + start, done - start);
}

void tell_end(unsigned status) {
  if (!status || !log_path) return;
  Text text = {0};
  add(&text, order(whose, L"title"));
  add(&text, L" ended with status ");
  add_number(&text, status);
  add(&text, L".\n\n");
  add(&text, last_said());
  add(&text, L"\n\nAll that it said is in\n");
  add(&text, log_path);
  show(text.at);
}

/* Another start of the same program may be writing to its log; each has one of its own then. */
static HANDLE open_free_log(const wchar_t *folder) {
  SECURITY_ATTRIBUTES inherited = {sizeof inherited, NULL, TRUE};
  for (unsigned i = 1; i <= 9; i++) {
    Text path = {0};
    add(&path, folder);
    add(&path, L"\\");
    add(&path, order(whose, L"name"));
    if (i > 1) {
      add(&path, L"-");
      add_number(&path, i);
    }
    add(&path, L".log");
    HANDLE file = CreateFileW(long_path(path.at), FILE_APPEND_DATA | SYNCHRONIZE, FILE_SHARE_READ,
                              &inherited, CREATE_ALWAYS, FILE_ATTRIBUTE_NORMAL, NULL);
    if (file != INVALID_HANDLE_VALUE) {
      log_path = path.at;
      return file;
    }
  }
  return NULL;
}

void open_log(void) {
  if (!has_window() || is_heard(GetStdHandle(STD_ERROR_HANDLE))) return;
  wchar_t *base = variable(L"LOCALAPPDATA");
  if (!base) base = variable(L"TEMP");
  if (!base) return;
  wchar_t *folder = joined(base, L"\\girdle-run", NULL);
  CreateDirectoryW(long_path(folder), NULL);
  HANDLE file = open_free_log(folder);
  if (!file) return;
  SetStdHandle(STD_ERROR_HANDLE, file);
  HANDLE output = GetStdHandle(STD_OUTPUT_HANDLE);
  if (!output || output == INVALID_HANDLE_VALUE || GetFileType(output) == FILE_TYPE_CHAR) {
    SetStdHandle(STD_OUTPUT_HANDLE, file);
  }
}

wchar_t *reason_of(DWORD error) {
  wchar_t *text = NULL;
  DWORD count = FormatMessageW(
      FORMAT_MESSAGE_ALLOCATE_BUFFER | FORMAT_MESSAGE_FROM_SYSTEM | FORMAT_MESSAGE_IGNORE_INSERTS,
      NULL, error, 0, (LPWSTR)&text, 0, NULL);
  while (count && (text[count - 1] <= L' ' || text[count - 1] == L'.')) count--;
  Text told = {0};
  if (count) {
    add_part(&told, text, count);
  } else {
    add(&told, L"error ");
    add_number(&told, error);
  }
  return told.at;
}
