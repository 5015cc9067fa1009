using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Artwork;
using Nube.Core.Colour;
using Nube.Core.Drying;
using Nube.Core.Light;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Simulation;
using Nube.Core.Tests.Artwork;
using Nube.Core.Tests.Methods;

namespace Nube.Core.Tests.Simulation;

/// <summary>A drawing that goes all the way: areas, wishes, recipes, a plan, and its first card played.</summary>
internal sealed class PlayedDrawing
{
    private readonly Paints paints;
    private readonly ImmutableArray<AreaMask> masks;
    private readonly Painting painting;

    public PlayedDrawing(
        byte[] drawing,
        Method method,
        string[] colours,
        Paints? on = null,
        Schools? schools = null,
        Gradient? gradient = null,
        Dams? dams = null,
        int seed = 7,
        bool print = false,
        params ChosenCard[] work
    )
    {
        paints = on ?? Supplies.OnWatercolourPaper;
        var picture = PictureReader.Read(drawing, new PictureSize(null, null));
        var coloured = print
            ? PictureReader.ReadColours(drawing, new PictureSize(null, null), ColouredPrint.PixelsPerMm)
            : null;
        var map = coloured is null ? AreaFinder.FindAreas(LineExtraction.From(picture)) : ColouredPrint.Parts(coloured);
        if (coloured is not null)
            paints = paints with { Printed = ColouredPrint.ColoursOf(coloured, map.Labels, lines: null) };
        var forms = AreaForm.Of(map.Labels);
        masks = Zoning.Masks(forms, ImageLight.Usual.Angle, ImageLight.Usual.RuleOf);
        var ways = schools ?? Schools.Usual;
        var mixes = MethodTable.Of(method).Media.Contains(Medium.Pan)
            ? Supplies.MixesOn(paints, MethodRecipes.GroundOf(method, paints))
            : null;
        var chosen = map
            .Areas.Index()
            .Select(area =>
            {
                var colour = colours[area.Index % colours.Length];
                var recipe = Supplies.Best(method, colour, Under(area.Item.Id), mixes, ShadowDepth.Soft, ways);
                if (gradient is not null)
                    recipe = Passing(recipe, gradient, colours[(area.Index + 1) % colours.Length], mixes);
                return new ChosenColour(
                    new Wish(
                        area.Item.Id,
                        Srgb.Parse(colour),
                        gradient is null ? ShadowDepth.Soft : ShadowDepth.None,
                        gradient is null ? method : Method.Gradient
                    ),
                    recipe
                );
            })
            .ToList();
        painting = new Painting(
            chosen,
            work,
            [
                .. map.Areas.Select(area =>
                {
                    var mask = masks.Single(one => one.Id == area.Id);
                    return new AreaToPaint(
                        area.Id,
                        area.SizeMm2,
                        new ZoneShares(
                            mask.ShareOf(CellPart.Light, CellPart.White),
                            mask.ShareOf(CellPart.Shadow),
                            mask.ShareOf(CellPart.White)
                        )
                    );
                }),
            ],
            picture.WidthMm * picture.HeightMm,
            dams is not null,
            false
        );
        Schools = ways;
        var touching = map.Touching.Select(pair => (pair.One, pair.Other)).ToList();
        Air air = new(20, 0.5, 0);
        Plan = Scheduler.PlanRun(
            painting.Passes(paints, ways, touching),
            touching,
            1,
            paints.Paper,
            air,
            Hand.Ordinary
        );
        var byId = map.Areas.ToDictionary(area => area.Id);
        Card = new CardToPlay(
            picture.WidthMm,
            picture.HeightMm,
            masks,
            forms,
            (area, along) =>
            {
                var place = GradientPlace.Of(along, byId[area]).PlaceOn(along);
                return (x, y) => place(new PointMm(x, y));
            },
            DamCells.Of(map.Labels, dams ?? Dams.None, CardToPlay.GridOf(picture.WidthMm, picture.HeightMm)),
            paints,
            air,
            1,
            PassInTime.OfCard(Plan, 1),
            seed
        );
    }

    /// <summary>The colourants on what an area is coloured on: paper of the colour of the print, where there is one.</summary>
    private Paints Under(int area) =>
        paints.Printed.ContainsKey(area)
            ? paints.OnPaper(
                paints.Paper with
                {
                    Colour = Srgb.FromLab(SpectralColour.ToLab(paints.ReflectanceOf(area))),
                }
            )
            : paints;

    public Schools Schools { get; }

    public Plan Plan { get; }

    /// <summary>What each area should look like in the end.</summary>
    public CardSurface Surfaces => painting.Finished(paints, Schools);

    public Paints Paints => paints;

    public CardToPlay Card { get; }

    public IEnumerable<int> Areas => masks.Select(mask => mask.Id);

    /// <summary>The card as it looks in the end.</summary>
    public CardPicture Finished() => new CardPlay(Card).Stills(TestContext.Current.CancellationToken).Last().Picture;

    /// <summary>What recipes promise of an area, over all of it: its zones by their shares.</summary>
    public Lab Promised(int area)
    {
        var surface = painting.Finished(paints, Schools).Areas[area];
        var shares = masks.Single(mask => mask.Id == area);
        var (light, shadow) = (shares.ShareOf(CellPart.Light, CellPart.White), shares.ShareOf(CellPart.Shadow));
        Xyz Of(ZoneSurface zone) => SpectralColour.ToXyz(zone.Reflectance());
        var (l, m, s) = (Of(surface.Light), Of(surface.Middle), Of(surface.Shadow));
        double Mean(double a, double b, double c) => light * a + (1 - light - shadow) * b + shadow * c;
        return Lab.FromXyz(new Xyz(Mean(l.X, m.X, s.X), Mean(l.Y, m.Y, s.Y), Mean(l.Z, m.Z, s.Z)));
    }

    /// <summary>What an area looks like in a picture, over all of it.</summary>
    public Lab Seen(CardPicture picture, int area, Func<double, double, bool>? where = null)
    {
        var mask = masks.Single(one => one.Id == area);
        var perMm = picture.Width / Card.WidthMm;
        var seen = new List<Xyz>();
        for (var at = 0; at < picture.Width * picture.Height; at++)
        {
            var (x, y) = ((at % picture.Width + 0.5) / perMm, (at / picture.Width + 0.5) / perMm);
            var (column, row) = ((int)(x / AreaMask.CellMm) - mask.Left, (int)(y / AreaMask.CellMm) - mask.Top);
            if (column < 0 || row < 0 || column >= mask.Width || row >= mask.Height)
                continue;
            if (mask.Parts[row * mask.Width + column] == CellPart.Outside || where?.Invoke(x, y) == false)
                continue;
            var (b, g, r) = (picture.Bgr[3 * at], picture.Bgr[3 * at + 1], picture.Bgr[3 * at + 2]);
            seen.Add(new Srgb(r / 255.0, g / 255.0, b / 255.0).ToXyz());
        }
        return Lab.FromXyz(new Xyz(seen.Average(one => one.X), seen.Average(one => one.Y), seen.Average(one => one.Z)));
    }

    private Core.Mixing.Recipe Passing(Core.Mixing.Recipe first, Gradient gradient, string second, WaterMixes? mixes)
    {
        var other = Supplies.Best(Method.FlatWash, second, paints, mixes, ShadowDepth.None, Schools.Usual);
        return first with
        {
            Light = null,
            Shadow = null,
            Layers = 1,
            Gradient = new Core.Mixing.IntoHues(gradient, [new Core.Mixing.Companion(other.Parts, other.Strength, 1)]),
        };
    }
}
