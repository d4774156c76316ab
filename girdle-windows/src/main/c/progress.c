/*
 * A small window with a bar, for programs with a window whose first start takes more than a second.
 * It lives on a thread of its own, so that it is drawn while the work goes on.
 */
#include "starter.h"

enum { WIDTH = 420, HEIGHT = 110, MARGIN = 20, BAR = 18, PATIENCE = 1000, TICK = 100 };

static HANDLE ended;
static HANDLE thread;
static volatile LONG permille;
static wchar_t *title;

static void paint(HWND window) {
  PAINTSTRUCT paint;
  HDC to = BeginPaint(window, &paint);
  RECT area;
  GetClientRect(window, &area);
  HFONT font = GetStockObject(DEFAULT_GUI_FONT);
  HGDIOBJ before = SelectObject(to, font);
  SetBkMode(to, TRANSPARENT);
  SetTextColor(to, GetSysColor(COLOR_WINDOWTEXT));
  RECT text = {MARGIN, MARGIN - 4, area.right - MARGIN, area.bottom};
  wchar_t *words = joined(title, L" is being unpacked, once ...", NULL);
  DrawTextW(to, words, -1, &text, DT_LEFT | DT_TOP | DT_SINGLELINE | DT_END_ELLIPSIS | DT_NOPREFIX);
  RECT bar = {MARGIN, area.bottom - MARGIN - BAR, area.right - MARGIN, area.bottom - MARGIN};
  FillRect(to, &bar, GetSysColorBrush(COLOR_BTNSHADOW));
  InflateRect(&bar, -1, -1);
  RECT part = bar;
  part.right = part.left + (bar.right - bar.left) * permille / 1000;
  RECT rest = bar;
  rest.left = part.right;
  FillRect(to, &part, GetSysColorBrush(COLOR_HIGHLIGHT));
  FillRect(to, &rest, GetSysColorBrush(COLOR_WINDOW));
  SelectObject(to, before);
  EndPaint(window, &paint);
}

static LRESULT CALLBACK on_message(HWND window, UINT message, WPARAM first, LPARAM second) {
  switch (message) {
    case WM_PAINT:
      paint(window);
      return 0;
    case WM_TIMER:
      if (WaitForSingleObject(ended, 0) == WAIT_OBJECT_0) {
        DestroyWindow(window);
      } else {
        InvalidateRect(window, NULL, FALSE);
      }
      return 0;
    case WM_CLOSE:
      return 0; /* what it shows goes on */
    case WM_DESTROY:
      PostQuitMessage(0);
      return 0;
    default:
      return DefWindowProcW(window, message, first, second);
  }
}

static DWORD WINAPI show(void *unused) {
  (void)unused;
  if (WaitForSingleObject(ended, PATIENCE) == WAIT_OBJECT_0) return 0;
  HINSTANCE self = GetModuleHandleW(NULL);
  WNDCLASSW kind = {0};
  kind.lpfnWndProc = on_message;
  kind.hInstance = self;
  kind.lpszClassName = L"girdle-progress";
  kind.hCursor = LoadCursorW(NULL, (LPCWSTR)IDC_APPSTARTING);
  kind.hIcon = LoadIconW(self, MAKEINTRESOURCEW(1));
  kind.hbrBackground = GetSysColorBrush(COLOR_WINDOW);
  RegisterClassW(&kind);
  int left = (GetSystemMetrics(SM_CXSCREEN) - WIDTH) / 2;
  int top = (GetSystemMetrics(SM_CYSCREEN) - HEIGHT) / 2;
  HWND window = CreateWindowExW(0, kind.lpszClassName, title, WS_CAPTION | WS_VISIBLE, left, top, WIDTH,
                                HEIGHT, NULL, NULL, self, NULL);
  if (!window) return 0;
  SetTimer(window, 1, TICK, NULL);
  MSG message;
  while (GetMessageW(&message, NULL, 0, 0) > 0) DispatchMessageW(&message);
  return 0;
}

void begin_progress(const Orders *orders) {
  if (!has_order(orders, L"window")) return;
  title = copy_of(order(orders, L"title"));
  ended = CreateEventW(NULL, TRUE, FALSE, NULL);
  thread = CreateThread(NULL, 0, show, NULL, 0, NULL);
}

void show_progress(unsigned long long done, unsigned long long all) {
  permille = all ? (LONG)(done >= all ? 1000 : done * 1000 / all) : 0;
}

void end_progress(void) {
  if (!thread) return;
  SetEvent(ended);
  WaitForSingleObject(thread, 2000);
  CloseHandle(thread);
  thread = NULL;
}
