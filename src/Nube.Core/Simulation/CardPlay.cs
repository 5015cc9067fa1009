using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Drying;
using Nube.Core.Light;
using Nube.Core.Materials;
using Nube.Core.Methods;
using Nube.Core.Optics;
using Nube.Core.Planning;
using Nube.Core.Simulation.Hand;

namespace Nube.Core.Simulation;

/// <summary>Plays what is done to a card, and looks at it after each pass: done, drying, dry.</summary>
/// <remarks>Not for several threads at once; what it shows is the same on any number.</remarks>
public sealed class CardPlay
{
    private readonly CardToPlay play;
    private readonly PaperField fine;
    private readonly WetSheet sheet;
    private readonly CardSeen seen;
    private readonly WetStrokes wet;
    private readonly DryStrokes dry;
    private readonly DetailStrokes details;
    private readonly double evaporation;
    private readonly Dictionary<int, AreaToGoOver> areas = [];
    private readonly float[] wander;
    private readonly List<CardLayer> layers = [];
    private readonly List<CardLayer> overWet = []; // what was done to colour that is still in work
    private readonly Dictionary<int, Surface> surfaces = [];
    private readonly ImmutableArray<TowardsLayer> prints; // in colour, from before
    private readonly List<CellBox> touched = []; // since the last look
    private double now;
    private int drawn; // pencils so far: each has strokes of its own

    /// <summary>A bare card.</summary>
    /// <param name="play">The card, and what is to be done to it.</param>
    /// <param name="cellMm">Side of a cell, mm: 0.25, or 0.5 for a first look.</param>
    public CardPlay(CardToPlay play, double cellMm = AreaMask.CellMm)
    {
        ArgumentNullException.ThrowIfNull(play);
        this.play = play;
        var maskGrid = play.MaskGrid;
        var step = (int)Math.Round(cellMm / AreaMask.CellMm);
        if (step is not (1 or 2))
            throw new ArgumentOutOfRangeException(nameof(cellMm), "Cells are as large as those of masks, or twice.");
        var grid = new CellGrid(maskGrid.Width / step, maskGrid.Height / step, cellMm);
        fine = PaperField.Of(play.Paints.Paper, grid.OnSmallerCells(), play.Seed);
        wander = Noise.OfGrain(maskGrid, 1.5, play.Seed + 10);
        ImmutableArray<int> colourants =
        [
            .. play
                .Passes.SelectMany(go => OldPasses.ActsOf(go.Pass))
                .Where(act => act.Kind == ActKind.Lay)
                .SelectMany(act => act.Mixes)
                .Concat(play.Passes.Select(go => go.Pass).Where(DetailStrokes.Are).Select(pass => pass.Mix))
                .SelectMany(mix => mix.Parts)
                .Select(part => part.Colourant)
                .Distinct()
                .Order(),
        ];
        sheet = new WetSheet(
            fine.OnLargerCells(),
            [.. colourants.Select(one => PigmentFlow.Of(play.Paints.Colourants[one]))],
            DamsOn(grid, step),
            LabelCells.Of(play.Masks, maskGrid).On(grid)
        );
        seen = new CardSeen(
            fine,
            play.Paints.Reflectance,
            [.. colourants.Select(one => play.Paints.Optics[one])],
            [.. colourants.Select(one => play.Paints.Colourants[one].Medium is Medium.OpaqueWhite or Medium.GelPen)]
        );
        var places = colourants.Index().ToDictionary(one => one.Item, one => one.Index);
        (wet, dry) = (new WetStrokes(play.Paints, places), new DryStrokes(play.Paints, places, sheet.Paper, play.Seed));
        details = new DetailStrokes(play.Paints, places, play.Masks, play.Seed);
        evaporation = Evaporation.From(play.Air).Rate / play.DryingFactor;
        prints =
        [
            .. play
                .Masks.Where(mask => play.Paints.Printed.ContainsKey(mask.Id))
                .Select(mask => Nearer(Area(mask.Id)!, [Zone.Whole], 1, play.Paints.ReflectanceOf(mask.Id))),
        ];
        layers.AddRange(prints);
        touched.Add(CellBox.Of(grid));
        now = play.Passes.IsEmpty ? 0 : play.Passes[0].StartSeconds;
    }

    /// <summary>The card's water and pigment.</summary>
    internal WetSheet Sheet => sheet;

    /// <summary>What lies on the card and has dried, the lowest first.</summary>
    internal IReadOnlyList<CardLayer> Layers => layers;

    /// <summary>The card before anything is done to it.</summary>
    public CardPicture Bare()
    {
        seen.Look(prints, sheet, touched);
        return Cut();
    }

    /// <summary>Plays it, from the bare card on.</summary>
    /// <param name="cancel">Ends it between two brushfuls.</param>
    public IEnumerable<CardStill> Stills(CancellationToken cancel = default) =>
        Moments(cancel).Select(at => Look(at.Pass, at.Moment));

    /// <summary>Plays it to its end and looks at it only there.</summary>
    /// <exception cref="InvalidOperationException">Nothing is done to it.</exception>
    public CardStill Last(CancellationToken cancel = default)
    {
        var (pass, moment) = Moments(cancel).Last();
        return Look(pass, moment);
    }

    /// <summary>Plays it, and stops wherever it is worth a look.</summary>
    private IEnumerable<(Pass Pass, Moment Moment)> Moments(CancellationToken cancel)
    {
        for (var at = 0; at < play.Passes.Length; at++)
        {
            var go = play.Passes[at];
            var next = at + 1 < play.Passes.Length ? play.Passes[at + 1] : null;
            if (go.HeatSeconds > 0)
            {
                WaitUntil(go.StartSeconds - go.HeatSeconds, evaporation);
                WaitUntil(go.StartSeconds, Evaporation.From(Heating.Stream).Rate);
            }
            WaitUntil(go.StartSeconds, evaporation);
            GoOver(go, cancel);
            yield return (go.Pass, Moment.Done);
            cancel.ThrowIfCancellationRequested();
            // Before the next begins on this card; in the end when all of it is bone dry.
            var dries = next is null
                ? play.Passes.Max(one => one.DrySeconds) + BoneDryLater
                : Math.Min(go.DrySeconds, Math.Max(go.EndSeconds, next.StartSeconds - next.HeatSeconds));
            if (go.Pass.Leaves == Leaves.Water && dries > go.EndSeconds)
            {
                var shown = Math.Min(dries, go.DrySeconds);
                WaitUntil(go.EndSeconds + (shown - go.EndSeconds) * DryingShare, evaporation);
                yield return (go.Pass, Moment.Drying);
            }
            cancel.ThrowIfCancellationRequested();
            WaitUntil(dries, evaporation);
            yield return (go.Pass, Moment.Dry);
        }
    }

    private const double MostSpread = 0.93; // some grain stays under any solvent; set by eye
    private const double BoneDryLater = 2 * 3600; // s; an ordinary wash takes half an hour from dry to bone dry
    private const double DryingShare = 0.25; // of the time until it is dry, when it is looked at in between

    private void WaitUntil(double seconds, double leaves)
    {
        if (seconds <= now)
            return;
        Washing.GoOn(sheet, seconds - now, leaves);
        now = seconds;
    }

    private void GoOver(PassInTime go, CancellationToken cancel)
    {
        layers.AddRange(sheet.CloseLayer());
        layers.AddRange(overWet);
        overWet.Clear();
        var acts = OldPasses.ActsOf(go.Pass);
        var over = go.Pass.WholeCard ? [WholeCard()] : go.Pass.Areas.Select(Area).OfType<AreaToGoOver>().ToList();
        var all = over.Sum(area => area.SizeMm2);
        var gone = 0.0;
        foreach (var area in over)
        {
            cancel.ThrowIfCancellationRequested();
            var (from, to) = (Share(gone), Share(gone += area.SizeMm2));
            GoOver(go.Pass, acts, area, from, to);
        }
        foreach (var area in go.Pass.Areas)
            surfaces[area] = Laying.Lay(
                Before(area),
                acts.Select(act => go.Pass.Ground?.On(act, area) ?? act),
                play.Paints
            );
        WaitUntil(go.EndSeconds, evaporation);

        double Share(double done) => go.StartSeconds + (all > 0 ? done / all : 1) * (go.EndSeconds - go.StartSeconds);
    }

    private void GoOver(Pass pass, ImmutableArray<Act> acts, AreaToGoOver area, double from, double to)
    {
        Func<double, double, double> Way(Gradient gradient) => play.Ways(area.Id, gradient);
        var lies = DryStrokes.Are(pass.Stroke);
        var wetted = pass.Leaves == Leaves.Water && !lies && pass.Zone != Zone.Details;
        if (wetted)
        {
            var quicker = Evaporation.From(play.Air, pass.PatchOf(area.Id)).Rate / Evaporation.From(play.Air).Rate;
            foreach (var (share, brushful) in wet.Of(pass, acts, area, Way))
            {
                WaitUntil(from + share * (to - from), evaporation);
                sheet.Lay(brushful with { Quicker = quicker });
                touched.Add(brushful.Box);
            }
        }
        WaitUntil(to, evaporation);
        if (DetailStrokes.Are(pass))
            layers.Add(details.Laid(pass, area, sheet.Paper.Grid.CellMm));
        var surface = Before(area.Id);
        foreach (var act in acts)
        {
            switch (act.Kind)
            {
                case ActKind.Lay when !wetted:
                    layers.Add(dry.Laid(pass.Stroke, act, area, Way));
                    break;
                case ActKind.Draw:
                    Draw(act, area, Way);
                    break;
                case ActKind.Dissolve:
                    Dissolve(act, area);
                    break;
                case ActKind.Blend:
                    (wetted ? overWet : layers).Add(
                        Nearer(area, [Zone.Light, Zone.Shadow], act.Share, surface.Middle.Reflectance())
                    );
                    break;
                case ActKind.Lift:
                    (wetted ? overWet : layers).Add(Nearer(area, [act.Zone], act.Share, surface.Paper));
                    break;
            }
            surface = Laying.Lay(surface, act, play.Paints);
        }
        touched.Add(area.Box);
    }

    private void Draw(Act act, AreaToGoOver area, Func<Gradient, Func<double, double, double>> way)
    {
        var form = play.Forms.FirstOrDefault(form => form.Id == area.Id);
        for (var mix = 0; mix < act.Mixes.Length; mix++)
        {
            var of = mix;
            var field = act.Along is { } hues
                ? area.ColourOnMask((x, y) => hues.SharesAt(way(hues.Gradient)(x, y), act.Mixes.Length)[of])
                : Array.ConvertAll(area.ColourOnMask(act.Zone), share => MathF.Min(1, share));
            layers.Add(
                PencilStrokes.Drawn(
                    area,
                    form,
                    fine,
                    field,
                    play.Paints.OpticsOf(act.Mixes[mix]),
                    act.Times,
                    act.Pressure,
                    play.Paints.LeavesOf(act),
                    play.Paints.Paper.Texture,
                    act.Share,
                    layers.Count(layer => layer is PencilLayer && layer.Box == area.Box),
                    play.Seed + 100 + drawn++
                )
            );
        }
    }

    /// <summary>Pencil on an area is spread, as far as it is not yet.</summary>
    private void Dissolve(Act act, AreaToGoOver area)
    {
        for (var at = 0; at < layers.Count; at++)
        {
            if (layers[at] is PencilLayer pencil && pencil.Box == area.Box && pencil.Spread.Length == 0)
            {
                var spread = new float[pencil.Touches.Length];
                Array.Fill(spread, (float)(MostSpread * act.Share));
                layers[at] = pencil with { Spread = spread };
            }
        }
    }

    private static TowardsLayer Nearer(AreaToGoOver area, ReadOnlySpan<Zone> zones, double share, Colour.Spectrum to)
    {
        var nearer = new float[area.Box.Count];
        foreach (var zone in zones)
        {
            var field = area.Colour(zone);
            for (var at = 0; at < nearer.Length; at++)
                nearer[at] = MathF.Min((float)share, nearer[at] + (float)share * field[at]);
        }
        return new TowardsLayer(area.Box, SmallerCells.Of(nearer, area.Box), to);
    }

    /// <summary>What lies on an area so far.</summary>
    private Surface Before(int area) => surfaces.GetValueOrDefault(area) ?? Surface.Before(play.Paints, area);

    private AreaToGoOver? Area(int id)
    {
        if (!areas.TryGetValue(id, out var area) && play.Masks.FirstOrDefault(mask => mask.Id == id) is { } mask)
            areas[id] = area = new AreaToGoOver(mask, sheet.Paper.Grid, play.MaskGrid, wander);
        return area;
    }

    private AreaToGoOver WholeCard()
    {
        if (areas.TryGetValue(Pass.Panel, out var known))
            return known;
        var grid = play.MaskGrid;
        var parts = ImmutableArray.CreateRange(Enumerable.Repeat(CellPart.Middle, grid.Count));
        var mask = new AreaMask(Pass.Panel, 0, 0, grid.Width, grid.Height, parts, [.. new byte[grid.Count]]);
        return areas[Pass.Panel] = new AreaToGoOver(mask, sheet.Paper.Grid, grid, wander);
    }

    private bool[] DamsOn(CellGrid grid, int step)
    {
        if (play.Dams.IsEmpty)
            return [];
        var (maskGrid, dams) = (play.MaskGrid, new bool[grid.Count]);
        for (var at = 0; at < play.Dams.Length; at++)
        {
            if (play.Dams.Span[at])
                dams[at / maskGrid.Width / step * grid.Width + at % maskGrid.Width / step] = true;
        }
        return dams;
    }

    private CardStill Look(Pass pass, Moment moment)
    {
        List<CardLayer> all = [.. layers, .. sheet.InWork(), .. overWet];
        seen.Look(all, sheet, touched);
        touched.Clear();
        return new CardStill(pass.Index, moment, now, Cut());
    }

    /// <summary>The picture without the cells beyond it.</summary>
    private CardPicture Cut()
    {
        var cell = fine.Grid.CellMm;
        var (width, height) = ((int)Math.Round(play.WidthMm / cell), (int)Math.Round(play.HeightMm / cell));
        var picture = new byte[3 * width * height];
        for (var y = 0; y < height; y++)
            seen.Pixels.Span.Slice(3 * y * fine.Grid.Width, 3 * width).CopyTo(picture.AsSpan(3 * y * width));
        return new CardPicture(width, height, picture);
    }
}
