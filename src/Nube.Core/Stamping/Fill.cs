using System.Collections.Immutable;
using NetTopologySuite.Geometries;
using NetTopologySuite.Geometries.Utilities;
using Nube.Core.Artwork;

namespace Nube.Core.Stamping;

/// <summary>How a panel is to be filled with one stamp.</summary>
/// <param name="GapMm">Least distance between prints, mm, 0 to 40.</param>
/// <param name="Generations">Prints from one inking, 1 to 4.</param>
/// <param name="Seed">Which of the possible arrangements.</param>
public sealed record FillWish(double GapMm, int Generations, int Seed)
{
    /// <summary>Most prints from one inking: a fifth shows a sixteenth of the ink, and is not seen.</summary>
    public const int MostGenerations = 4;

    /// <summary>Widest distance that can be asked for, mm.</summary>
    public const double MostGapMm = 40;
}

/// <summary>A fill: where each print lies, and how many there are.</summary>
/// <param name="Prints">In the order in which they are printed.</param>
/// <param name="Whole">How many lie wholly on the panel.</param>
/// <param name="Cut">How many go over its edge.</param>
/// <param name="PitchMm">From the middle of a print to the next, mm.</param>
/// <param name="LooksAlikeTurned">The stamp looks the same however it is turned, so turning does not hide that it is
/// repeated.</param>
public sealed record FillLaid(
    ImmutableArray<PlacedStamp> Prints,
    int Whole,
    int Cut,
    double PitchMm,
    bool LooksAlikeTurned
);

/// <summary>Fills a panel to past its edges with one stamp, turned so that no two neighbours stand alike.</summary>
/// <remarks>
/// Prints stand on a lattice of equal triangles, rows a half step apart. The turn of each is drawn from fifteen, at
/// least two of them away from all neighbours that are there before it (three neighbours block at most nine), among
/// those that let the lattice be drawn together most. It is drawn together until the hulls of the nearest two prints
/// are the wished distance apart. Generations are dealt so that neighbours are from different ones where the lattice
/// allows it (two can never be dealt so, three and four can).
/// </remarks>
public static class Fill
{
    /// <summary>Turns from which each print's is drawn.</summary>
    public const int Turns = 15;

    /// <summary>How many of the turns neighbours are apart at least.</summary>
    public const int TurnsApart = 2;

    /// <summary>
    /// How often a stamp must look the same within a full turn for turning not to show: as a disc does.
    /// </summary>
    public const int LooksAlike = 8;

    private const double HullToleranceMm = 0.3; // by which a silhouette is simplified: less than a line is wide
    private const double PitchToleranceMm = 0.1; // to which the pitch of prints is found: less than a hand places
    private const int Choices = 3; // of the best turns one is drawn, so that no pattern repeats
    private const double LeastSeenShare = 0.03; // a print of which less is on the panel is not worth the inking
    private const double AlikeShare = 0.93; // overlap from which a turned silhouette looks the same

    /// <summary>Lays a fill behind all that is in the scene.</summary>
    /// <param name="scene">The scene; its panel is filled.</param>
    /// <param name="stamp">The stamp.</param>
    /// <param name="wish">How.</param>
    /// <exception cref="ArgumentException">The wish is out of its bounds, or the stamp is too small to fill a panel
    /// with.</exception>
    public static FillLaid Over(Scene scene, Stamp stamp, FillWish wish)
    {
        ArgumentNullException.ThrowIfNull(scene);
        ArgumentNullException.ThrowIfNull(stamp);
        ArgumentNullException.ThrowIfNull(wish);
        if (!(wish.GapMm is >= 0 and <= FillWish.MostGapMm))
            throw new ArgumentException($"Prints can be 0 to {FillWish.MostGapMm:0} mm apart.", nameof(wish));
        if (wish.Generations is < 1 or > FillWish.MostGenerations)
            throw new ArgumentException(
                $"There are 1 to {FillWish.MostGenerations} prints from one inking.",
                nameof(wish)
            );
        var hull = stamp.Silhouette.Hull(HullToleranceMm);
        if (hull.IsEmpty)
            throw new ArgumentException($"{stamp.Name} has no outline to fill with.", nameof(stamp));

        var random = new Random(wish.Seed);
        var symmetry = Symmetry(stamp.Silhouette);
        var reach = Reach(hull);
        // Enough of the lattice for the closest pitch that can be.
        var least = Math.Max(Math.Sqrt(hull.Area / Math.PI), 1) + wish.GapMm;
        var lattice = Lattice.Around(scene, least, reach);
        if (lattice.Rows * lattice.Columns > 40 * Scene.MostPlaced)
            throw new ArgumentException(
                $"{stamp.Name} is too small to fill this panel with: it would take thousands of prints.",
                nameof(stamp)
            );
        var steps = Steps(hull, symmetry, wish.GapMm, least, 2 * reach + wish.GapMm);
        var turns = Turned(lattice, steps, random);
        var pitch = Pitch(lattice, turns, steps);
        var shift = new PointMm(random.NextDouble() * pitch, random.NextDouble() * pitch);
        var laid = Laid(scene, stamp, wish, lattice, turns, pitch, shift, symmetry);
        return scene.FrontFirst.Length + laid.Prints.Length <= Scene.MostPlaced
            ? laid
            : throw new ArgumentException(
                $"It would take {laid.Prints.Length} prints of {stamp.Name}; a scene holds {Scene.MostPlaced}. Take a larger stamp, or wider gaps.",
                nameof(wish)
            );
    }

    /// <summary>The prints of a fill by inking; a generation without a print is made on scrap, and null here.</summary>
    /// <param name="prints">In the order in which they are printed.</param>
    public static ImmutableArray<ImmutableArray<Guid?>> Inkings(IEnumerable<PlacedStamp> prints)
    {
        ArgumentNullException.ThrowIfNull(prints);
        var inkings = ImmutableArray.CreateBuilder<ImmutableArray<Guid?>>();
        var now = new List<Guid?>();
        foreach (var print in prints)
        {
            if (print.Generation <= now.Count)
            {
                inkings.Add([.. now]);
                now.Clear();
            }
            while (now.Count < print.Generation - 1)
                now.Add(null);
            now.Add(print.Id);
        }
        if (now.Count > 0)
            inkings.Add([.. now]);
        return inkings.ToImmutable();
    }

    /// <summary>How many degrees lie between two turns of a stamp as it looks, 0 to 180.</summary>
    /// <param name="one">A turn, degrees.</param>
    /// <param name="other">Another.</param>
    /// <param name="symmetry">How often the stamp looks the same within a full turn, from 1.</param>
    public static double Apart(double one, double other, int symmetry)
    {
        var full = 360.0 / symmetry;
        var apart = Math.Abs(one - other) % full;
        return Math.Min(apart, full - apart);
    }

    /// <summary>How often a silhouette looks the same within a full turn, 1 to 8.</summary>
    public static int Symmetry(Silhouette silhouette)
    {
        ArgumentNullException.ThrowIfNull(silhouette);
        // Turned about the middle of its surface: a picture's middle is seldom the drawing's.
        var (left, top, right, bottom) = silhouette.Bounds();
        var middle = new PointMm((left + right) / 2, (top + bottom) / 2);
        var own = silhouette.At(new Placement(new PointMm(-middle.X, -middle.Y), 0, false));
        var size = own.SizeMm2();
        for (var times = LooksAlike; times > 1; times--)
        {
            if (own.Shared(own.At(new Placement(default, 360.0 / times, false))) > AlikeShare * size)
                return times;
        }
        return 1;
    }

    /// <summary>Rows and columns of the lattice around the panel's middle.</summary>
    private readonly record struct Lattice(int Rows, int Columns)
    {
        public static Lattice Around(Scene scene, double pitch, double reach) =>
            new(
                2 * (int)Math.Ceiling((scene.HeightMm / 2 + reach + pitch) / (pitch * Math.Sqrt(0.75))) + 1,
                2 * (int)Math.Ceiling((scene.WidthMm / 2 + reach + pitch) / pitch) + 1
            );

        /// <summary>Every second row stands half a step to the right.</summary>
        public PointMm At(int row, int column, double pitch) =>
            new((column - Columns / 2 + row % 2 * 0.5) * pitch, (row - Rows / 2) * pitch * Math.Sqrt(0.75));

        /// <summary>From a place to the neighbours that are there before it, in steps of the lattice.</summary>
        public static ImmutableArray<(double Dx, double Dy)> Ways { get; } =
        [(-1, 0), (-0.5, -Math.Sqrt(0.75)), (0.5, -Math.Sqrt(0.75))];

        /// <summary>Neighbours before a place: the one to the left and the two above, each with its way.</summary>
        public IEnumerable<(int Row, int Column, int Way)> Before(int row, int column)
        {
            if (column > 0)
                yield return (row, column - 1, 0);
            if (row == 0)
                yield break;
            var left = row % 2 == 0 ? column - 1 : column;
            if (left >= 0)
                yield return (row - 1, left, 1);
            if (left + 1 < Columns)
                yield return (row - 1, left + 1, 2);
        }

        /// <summary>Steps along the lattice's own two directions, by which generations are dealt.</summary>
        public static (int Along, int Down) Axes(int row, int column) => (column - row / 2, row);
    }

    /// <summary>
    /// A turn for every place: of those that are apart from the neighbours' one that lets the lattice be drawn together
    /// most.
    /// </summary>
    private static int[,] Turned(Lattice lattice, double[,,] steps, Random random)
    {
        var turns = new int[lattice.Rows, lattice.Columns];
        for (var row = 0; row < lattice.Rows; row++)
        {
            for (var column = 0; column < lattice.Columns; column++)
            {
                var before = lattice.Before(row, column).ToList();
                var free = Enumerable
                    .Range(0, Turns)
                    .Where(turn => before.All(at => StepsApart(turns[at.Row, at.Column], turn) >= TurnsApart))
                    .Select(turn =>
                        (
                            Turn: turn,
                            Step: before
                                .Select(at => steps[turn, turns[at.Row, at.Column], at.Way])
                                .DefaultIfEmpty(0)
                                .Max()
                        )
                    )
                    .OrderBy(choice => choice.Step)
                    .ThenBy(choice => choice.Turn)
                    .Take(before.Count == 0 ? Turns : Choices)
                    .ToList();
                turns[row, column] = free[random.Next(free.Count)].Turn;
            }
        }
        return turns;
    }

    private static double Pitch(Lattice lattice, int[,] turns, double[,,] steps) =>
        (
            from row in Enumerable.Range(0, lattice.Rows)
            from column in Enumerable.Range(0, lattice.Columns)
            from at in lattice.Before(row, column)
            select steps[turns[row, column], turns[at.Row, at.Column], at.Way]
        ).Max();

    /// <summary>Turns are steps of that part of a full turn in which the stamp looks different.</summary>
    private static double Degrees(int turn, int symmetry) => 360.0 / symmetry * turn / Turns;

    private static int StepsApart(int one, int other)
    {
        var apart = Math.Abs(one - other);
        return Math.Min(apart, Turns - apart);
    }

    /// <summary>
    /// The closest pitch at which two neighbours' hulls are the gap apart, by their turns and the way from one to the
    /// other.
    /// </summary>
    private static double[,,] Steps(Geometry hull, int symmetry, double gap, double least, double most)
    {
        var turned = Enumerable
            .Range(0, Turns)
            .Select(turn =>
                AffineTransformation.RotationInstance(Degrees(turn, symmetry) * Math.PI / 180).Transform(hull)
            )
            .ToArray();
        var steps = new double[Turns, Turns, Lattice.Ways.Length];
        for (var one = 0; one < Turns; one++)
        {
            for (var other = 0; other < Turns; other++)
            {
                if (StepsApart(one, other) < TurnsApart)
                    continue;
                foreach (var (way, (dx, dy)) in Lattice.Ways.Index())
                {
                    var (low, high) = (least, most);
                    while (high - low > PitchToleranceMm)
                    {
                        var middle = (low + high) / 2;
                        var distance = turned[one]
                            .Distance(
                                AffineTransformation
                                    .TranslationInstance(dx * middle, dy * middle)
                                    .Transform(turned[other])
                            );
                        if (distance > 0 && distance >= gap)
                            high = middle;
                        else
                            low = middle;
                    }
                    steps[one, other, way] = high;
                }
            }
        }
        return steps;
    }

    private static FillLaid Laid(
        Scene scene,
        Stamp stamp,
        FillWish wish,
        Lattice lattice,
        int[,] turns,
        double pitch,
        PointMm shift,
        int symmetry
    )
    {
        var number = 1 + scene.FrontFirst.Max(placed => placed.Fill) ?? 1;
        var (panel, size) = (scene.Panel, stamp.Silhouette.SizeMm2());
        var byGeneration = Enumerable.Range(0, wish.Generations).Select(_ => new List<PlacedStamp>()).ToArray();
        var (whole, cut) = (0, 0);
        for (var row = 0; row < lattice.Rows; row++)
        {
            for (var column = 0; column < lattice.Columns; column++)
            {
                var from = lattice.At(row, column, pitch);
                var middle = new PointMm(
                    scene.WidthMm / 2 + from.X + shift.X - pitch / 2,
                    scene.HeightMm / 2 + from.Y + shift.Y - pitch / 2
                );
                var at = new Placement(middle, Degrees(turns[row, column], symmetry), false);
                var seen = stamp.Silhouette.At(at).Shared(panel) / size;
                if (seen < LeastSeenShare)
                    continue;
                if (seen > 1 - 1e-6)
                    whole++;
                else
                    cut++;
                var generation = Generation(Lattice.Axes(row, column), wish.Generations);
                byGeneration[generation - 1]
                    .Add(
                        new PlacedStamp(
                            Key(wish.Seed, number, row, column),
                            stamp.Id,
                            at,
                            PlacedAs.Stamped,
                            number,
                            generation
                        )
                    );
            }
        }
        return new FillLaid(Dealt(byGeneration), whole, cut, pitch, symmetry >= LooksAlike);
    }

    private static int Generation((int Along, int Down) at, int generations) =>
        1
        + generations switch
        {
            2 => Modulo(at.Along + at.Down, 2),
            3 => Modulo(at.Along - at.Down, 3),
            4 => Modulo(at.Along, 2) + 2 * Modulo(at.Down, 2),
            _ => 0,
        };

    /// <summary>
    /// Inkings from the far edge towards the maker: each first print with the nearest later ones that are still to do.
    /// </summary>
    private static ImmutableArray<PlacedStamp> Dealt(List<PlacedStamp>[] byGeneration)
    {
        var order = ImmutableArray.CreateBuilder<PlacedStamp>();
        while (byGeneration.Any(prints => prints.Count > 0))
        {
            PlacedStamp? last = null;
            foreach (var prints in byGeneration)
            {
                // They were found row by row, from the far left.
                var next = last is null
                    ? prints.FirstOrDefault()
                    : prints.MinBy(print => Squared(print.At.Middle, last.At.Middle));
                if (next is null)
                    continue;
                prints.Remove(next);
                order.Add(next);
                last = next;
            }
        }
        return order.ToImmutable();

        static double Squared(PointMm a, PointMm b) => (a.X - b.X) * (a.X - b.X) + (a.Y - b.Y) * (a.Y - b.Y);
    }

    private static double Reach(Geometry hull) => hull.Coordinates.Max(at => Math.Sqrt(at.X * at.X + at.Y * at.Y));

    private static int Modulo(int number, int by) => (number % by + by) % by;

    /// <summary>A key that is the same for the same print of the same fill.</summary>
    private static Guid Key(int seed, int fill, int row, int column) =>
        new(seed, (short)fill, (short)row, BitConverter.GetBytes((long)column));
}
