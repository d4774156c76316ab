import hashlib
import io

from PIL import Image, ImageDraw, ImageFilter, ImageFont

picture = Image.new("RGB", (60, 40), "navy")
draw = ImageDraw.Draw(picture)
draw.ellipse((5, 5, 30, 30), fill="white")
draw.text((2, 2), "Tern", font=ImageFont.load_default(14))
picture = picture.filter(ImageFilter.BLUR)
for name in ("PNG", "JPEG", "GIF", "TIFF", "WEBP", "BMP"):
    to = io.BytesIO()
    picture.save(to, name)
    again = Image.open(io.BytesIO(to.getvalue())).convert("RGB")
    print(name, len(to.getvalue()), again.size, hashlib.sha256(again.tobytes()).hexdigest()[:12])
