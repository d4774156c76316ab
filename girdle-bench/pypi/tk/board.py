import tkinter as tk
from tkinter import ttk

root = tk.Tk()
root.title("Berths of Ternhaven")
tree = ttk.Treeview(root, columns=("depth",))
tree.insert("", "end", text="north", values=("7.5",))
tree.pack()
canvas = tk.Canvas(root, width=80, height=40, background="navy")
canvas.create_line(0, 0, 80, 40, fill="white")
canvas.pack()
root.update()
print(root.title(), tree.winfo_ismapped(), canvas.winfo_width(), len(canvas.postscript()) > 500)
print(root.winfo_rgb("navy"), tree.item(tree.get_children()[0])["values"])
root.destroy()
