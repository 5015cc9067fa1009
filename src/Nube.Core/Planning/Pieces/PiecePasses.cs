using System.Collections.Immutable;
using Nube.Core.Acts;
using Nube.Core.Cards;
using Nube.Core.Drying;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Stamping;

namespace Nube.Core.Planning.Pieces;

/// <summary>From what is done to the pieces of a card to the passes over all of them.</summary>
/// <remarks>
/// The work on a piece is done in the order in which its maker wants it; work on different pieces is free of each other,
/// so that a wait on one never holds another. A piece is put onto what lies under it when both are done, and when what
/// else lies under it is in its place. Then comes what is done to the whole card.
/// </remarks>
public static class PiecePasses
{
    /// <summary>The passes of one card, each after those that must come before it; and its pieces by their numbers.</summary>
    /// <param name="card">The card.</param>
    /// <param name="picture">The passes over the picture; none where nothing in it is coloured.</param>
    /// <param name="painting">The picture's areas, and the ink of its lines and words.</param>
    /// <param name="paints">The run's colourants; the paper is each piece's own.</param>
    public static (ImmutableArray<Pass> Passes, ImmutableArray<PlannedPiece> Pieces) Of(
        CardToPlan card,
        ImmutableArray<Pass> picture,
        Painting painting,
        Paints paints
    )
    {
        ArgumentNullException.ThrowIfNull(card);
        ArgumentNullException.ThrowIfNull(painting);
        ArgumentNullException.ThrowIfNull(paints);
        var others = card.Pieces.Where(piece => piece.Piece != card.Picture).ToList();
        var pieces = card
            .Pieces.Select(piece => new PlannedPiece(
                piece.Piece,
                piece.Name,
                piece.Piece == card.Picture ? PieceAreas.Picture : PieceAreas.Other(others.IndexOf(piece)),
                piece.Paper
            )
            {
                OnCards = piece.OnCards,
            })
            .ToImmutableArray();
        var rows = new Rows(card, pieces, picture, painting, paints);
        // What is cut out of the sheet with the picture waits for all that is done to it.
        foreach (var piece in card.Pieces.OrderBy(piece => piece.CutFrom is not null))
            rows.Work(piece);
        if (card.Picture is null)
            rows.Colour(after: []);
        foreach (var piece in card.Pieces.Where(piece => piece.Onto is not null))
            rows.PutOn(piece);
        rows.End();
        return (rows.Passes, pieces);
    }

    /// <summary>Passes as they are put behind each other.</summary>
    private sealed class Rows(
        CardToPlan card,
        ImmutableArray<PlannedPiece> pieces,
        ImmutableArray<Pass> picture,
        Painting painting,
        Paints paints
    )
    {
        private readonly List<Pass> passes = [];
        private readonly Dictionary<Guid, ImmutableArray<int>> done = []; // the passes after which a piece is done
        private readonly Dictionary<int, int> goneOver = []; // how many passes a piece has, by its number
        private readonly Dictionary<Guid, int> putOn = []; // the pass that puts a piece in its place
        private readonly ImmutableArray<int> pictured =
        [
            .. picture.SelectMany(pass => pass.Areas).Append(PieceAreas.Picture).Distinct().Order(),
        ];

        /// <summary>All of them.</summary>
        public ImmutableArray<Pass> Passes => [.. passes];

        /// <summary>The work on a piece, in its order.</summary>
        public void Work(PieceToPlan piece)
        {
            var whole = piece.CutFrom; // until it is out of that sheet
            var after = whole is { } sheet ? done[sheet] : [];
            var own = paints.OnPaper(piece.Paper);
            var look = Surface.Bare(own);
            foreach (var work in piece.Work)
            {
                if (work.Wish.Method == Method.Picture)
                {
                    if (piece.Piece == card.Picture)
                        after = Colour(after);
                    continue;
                }
                var isPicture = piece.Piece == card.Picture;
                if (isPicture && IsStamping(work.Wish.Method) && !card.Stamping.IsEmpty)
                {
                    Stamp(BeforeColour);
                    continue;
                }
                var round = 0;
                foreach (var pass in PassesOf(work, own, piece))
                {
                    look = Laying.Lay(look, pass.Acts, own);
                    var index = Add(piece, work, pass, ++round, look.LightnessOf(pass.Zone), after);
                    if (whole is { } still)
                        passes[index] = FromSheet(passes[index], still);
                    (after, whole) = ([index], null);
                }
            }
            // What was stamped apart is cut out when all of it is coloured.
            if (piece.Piece == card.Picture && piece.Work.Any(work => IsStamping(work.Wish.Method)))
                Stamp(part => !BeforeColour(part));
            done[piece.Piece] = after;

            void Stamp(Func<StampingPart, bool> which)
            {
                foreach (var part in card.Stamping.Where(which))
                {
                    var work = PieceWork.Plain(part.Method);
                    foreach (var pass in PassesOf(work, own, piece))
                    {
                        var index = Add(piece, work, pass, 1, look.LightnessOf(pass.Zone), after);
                        passes[index] = passes[index] with
                        {
                            Does = part.Does,
                            Told = part.Text,
                            TakesSeconds = passes[index].TakesSeconds + Math.Max(0, part.Prints - 1) * NextPrint,
                        };
                        after = [index];
                    }
                }
            }
        }

        /// <summary>A pass that takes a piece out of a sheet: the sheet is dry before it, as the piece itself is.</summary>
        private Pass FromSheet(Pass pass, Guid sheet) =>
            pass with
            {
                Areas = [.. pass.Areas.Concat(AreasOf(SurfaceOf(sheet))).Distinct().Order()],
                Layer = GoneOver(pass.Piece!.Value, SurfaceOf(sheet)),
            };

        private const double NextPrint = 45; // s; to clean or change the stamp, ink it, place it; from memory

        private static bool IsStamping(Method method) => method is Method.StampedImage or Method.EmbossedImage;

        private static bool BeforeColour(StampingPart part) => part.Method != Method.CutByHand;

        /// <summary>The areas of the picture; answers the passes after which they are done.</summary>
        public ImmutableArray<int> Colour(ImmutableArray<int> after)
        {
            var (first, before) = (passes.Count, goneOver.GetValueOrDefault(PieceAreas.Picture));
            goneOver[PieceAreas.Picture] = picture.Select(pass => before + pass.Layer).Append(before).Max();
            passes.AddRange(
                picture.Select(pass =>
                    pass with
                    {
                        Index = first + pass.Index,
                        // Areas count what is laid in them; the whole of it, what was done to the whole.
                        Layer = pass.WholeCard ? before + pass.Layer : pass.Layer,
                        After = pass.After.IsEmpty ? after : [.. pass.After.Select(other => first + other)],
                    }
                )
            );
            return picture.IsEmpty ? after : [.. Enumerable.Range(first, picture.Length)];
        }

        /// <summary>A piece onto what lies under it.</summary>
        public void PutOn(PieceToPlan piece)
        {
            var (surface, under) = (SurfaceOf(piece.Piece), SurfaceOf(piece.Onto!.Value));
            var stroke = piece.Joint switch
            {
                Joint.Glue => Stroke.FixWithGlue,
                Joint.Foam => Stroke.SetOnFoam,
                _ => Stroke.FixWithTape,
            };
            putOn[piece.Piece] = passes.Count;
            passes.Add(
                new Pass(
                    passes.Count,
                    PaintMix.None,
                    [.. AreasOf(surface).Concat(AreasOf(under)).Append(PieceAreas.JointOf(surface)).Order()],
                    Zone.Details,
                    GoneOver(surface, under),
                    BrushWater.DryBrush,
                    LightnessOf(piece),
                    0
                )
                {
                    Method = Method.Assembling,
                    Stroke = stroke,
                    Phase = Phase.Assembly,
                    Piece = surface,
                    Onto = under,
                    After =
                    [
                        .. done[piece.Piece]
                            .Concat(done[piece.Onto.Value])
                            .Concat(piece.Over.Select(other => putOn[other]))
                            .Distinct()
                            .Order(),
                    ],
                }
            );
        }

        /// <summary>What is done to the card when it is put together.</summary>
        public void End()
        {
            var after = done.Values.SelectMany(all => all).Concat(putOn.Values).Distinct().Order().ToImmutableArray();
            var all = card.Pieces[0];
            foreach (var work in card.Last)
            {
                foreach (var pass in PassesOf(work, paints, all))
                {
                    var index = Add(all, work, pass, 1, LightnessOf(all), after);
                    passes[index] = passes[index] with { Phase = Phase.Together };
                    // Nothing goes into an envelope before what holds it has set; a weight goes on at once.
                    if (work.Wish.Method != Method.Weighting)
                        passes[index] = passes[index] with
                        {
                            Layer = GoneOver([.. pieces.Select(piece => piece.Surface)]),
                            Areas =
                            [
                                .. pieces
                                    .SelectMany(piece =>
                                        AreasOf(piece.Surface).Append(PieceAreas.JointOf(piece.Surface))
                                    )
                                    .Distinct()
                                    .Order(),
                            ],
                        };
                    after = [index];
                }
            }
        }

        private ImmutableArray<AreaPass> PassesOf(PieceWork work, Paints own, PieceToPlan piece) =>
            MethodTable.Passes(
                new CardTask(work.Wish.Method, work.Recipes, work.Wish.Times, piece.SizeMm2, work.Wish.RelineWith)
                {
                    SlowLine = painting.SlowLine,
                    Size = piece.Size,
                    Place = work.Wish.Place,
                },
                own
            );

        private int Add(
            PieceToPlan piece,
            PieceWork work,
            AreaPass pass,
            int round,
            double lightness,
            ImmutableArray<int> after
        )
        {
            var (surface, method) = (SurfaceOf(piece.Piece), work.Wish.Method);
            var areas = AreasOf(surface);
            passes.Add(
                new Pass(
                    passes.Count,
                    pass.Mix,
                    areas,
                    pass.Zone,
                    GoneOver(surface),
                    pass.Water,
                    lightness,
                    piece.SizeMm2 * (pass.Zone == Zone.Whole ? 1 : 0)
                )
                {
                    Left = pass.Left,
                    Method = method,
                    Stroke = pass.Stroke,
                    Phase = pass.Phase,
                    Also = pass.Also,
                    Round = round,
                    Generations = method is Method.RainbowStamp or Method.StampedWords ? work.Wish.Times : 1,
                    Acts = pass.Acts,
                    Ground = piece.Piece == card.Picture ? pass.Ground?.With(painting.Centres) : pass.Ground,
                    Patches = [.. areas.Select(area => WetPatch.Alone(area, WetPatch.Radius(piece.SizeMm2)))],
                    MixLightness = lightness,
                    Piece = surface,
                    After = after,
                    TakesSeconds = TakesMore(piece, work),
                }
            );
            return passes.Count - 1;
        }

        /// <summary>One time more over pieces: how many times that is of the one which has most.</summary>
        private int GoneOver(params ReadOnlySpan<int> surfaces)
        {
            var most = 0;
            foreach (var surface in surfaces)
                most = Math.Max(most, goneOver.GetValueOrDefault(surface));
            foreach (var surface in surfaces)
                goneOver[surface] = most + 1;
            return most + 1;
        }

        /// <summary>Seconds beside what the stroke takes: more impressions on texture, more cuts in a stack.</summary>
        private static double TakesMore(PieceToPlan piece, PieceWork work)
        {
            const double impression = 12,
                cut = 25; // s; from memory
            return work.Wish.Method switch
            {
                Method.StampedImage or Method.StampedWords => impression * (piece.Paper.Impressions - 1),
                Method.StackedCuts => cut * Math.Max(0, work.Wish.Times - 2),
                _ => 0,
            };
        }

        private int SurfaceOf(Guid piece) => pieces.First(one => one.Piece == piece).Surface;

        private ImmutableArray<int> AreasOf(int surface) => surface == PieceAreas.Picture ? pictured : [surface];

        private static double LightnessOf(PieceToPlan piece) => piece.Paper.Colour.ToLab().L;
    }
}
