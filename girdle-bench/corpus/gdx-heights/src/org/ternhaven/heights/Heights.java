package org.ternhaven.heights;

import com.badlogic.gdx.ApplicationAdapter;
import com.badlogic.gdx.Gdx;
import com.badlogic.gdx.backends.headless.HeadlessApplication;
import com.badlogic.gdx.graphics.Pixmap;
import com.badlogic.gdx.math.Vector2;
import com.badlogic.gdx.physics.box2d.Body;
import com.badlogic.gdx.physics.box2d.BodyDef;
import com.badlogic.gdx.physics.box2d.Box2D;
import com.badlogic.gdx.physics.box2d.CircleShape;
import com.badlogic.gdx.physics.box2d.World;
import com.badlogic.gdx.utils.I18NBundle;

/** How far a buoy falls. */
public class Heights extends ApplicationAdapter {
  public static void main(String[] args) {
    new HeadlessApplication(new Heights());
  }

  @Override
  public void create() {
    Pixmap picture = new Pixmap(Gdx.files.internal("buoy.png"));
    System.out.println("picture " + picture.getWidth() + "x" + picture.getHeight());
    Box2D.init();
    World world = new World(new Vector2(0, -9.8f), true);
    BodyDef def = new BodyDef();
    def.type = BodyDef.BodyType.DynamicBody;
    def.position.set(0, 10);
    Body body = world.createBody(def);
    CircleShape round = new CircleShape();
    round.setRadius(1);
    body.createFixture(round, 1);
    for (int i = 0; i < 60; i++) {
      world.step(1 / 60f, 6, 2);
    }
    System.out.println("fell " + (body.getPosition().y < 6));
    System.out.println("word " + I18NBundle.createBundle(Gdx.files.internal("words/words")).get("berth"));
    Gdx.app.exit();
  }
}
