import threading
import urllib.error
import urllib.request

from werkzeug.serving import make_server

from berthboard import create_app

server = make_server("127.0.0.1", 0, create_app())
threading.Thread(target=server.serve_forever).start()
for path in ("/", "/static/board.css", "/none"):
    try:
        with urllib.request.urlopen(f"http://127.0.0.1:{server.server_port}{path}") as answer:
            print(answer.status, answer.headers["Content-Type"], answer.read().decode())
    except urllib.error.HTTPError as error:
        print(error.code, error.read().decode())
server.shutdown()
