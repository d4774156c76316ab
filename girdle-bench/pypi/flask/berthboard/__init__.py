"""The berth board of the harbour office of Ternhaven."""
from flask import Flask, render_template


def create_app():
    app = Flask(__name__)

    @app.route("/")
    def index():
        return render_template("index.html", berths=[("north", 7.5), ("south", 4.0)])

    @app.errorhandler(404)
    def missing(error):
        return {"error": error.name}, 404

    return app
