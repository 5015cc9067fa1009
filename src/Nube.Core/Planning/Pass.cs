using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Nube.Core.Acts;
using Nube.Core.Checking;
using Nube.Core.Drying;
using Nube.Core.Grounds;
using Nube.Core.Methods;
using Nube.Core.Mixing;
using Nube.Core.Optics;

namespace Nube.Core.Planning;

/// <summary>
/// One go over some areas of one card with one mix; of those that touch, see <see cref="RunningTogether"/>.
/// </summary>
/// <param name="Index">Its place in the list of passes, from 0; those that must come before it have a lower
/// one.</param>
/// <param name="Mix">What is on the brush.</param>
/// <param name="Areas">Ids of the areas.</param>
/// <param name="Zone">Which part of them.</param>
/// <param name="Layer">How many times these areas have been gone over then, from 1.</param>
/// <param name="Water">How wet the brush is, where it leaves water.</param>
/// <param name="Lightness">Mean dry L* afterwards.</param>
/// <param name="PaintedMm2">Surface that is painted, mm2.</param>
public sealed record Pass(
    int Index,
    PaintMix Mix,
    ImmutableArray<int> Areas,
    Zone Zone,
    int Layer,
    BrushWater Water,
    double Lightness,
    double PaintedMm2
)
{
    /// <summary>The id that stands for the card around all areas.</summary>
    public const int Panel = 0;

    /// <summary>The method that it belongs to.</summary>
    public Method Method { get; init; }

    /// <summary>What the hand does.</summary>
    public Stroke Stroke { get; init; }

    /// <summary>When in the course of the card.</summary>
    public Phase Phase { get; init; } = Phase.Colour;

    /// <summary>What else is laid in the same go, while it is wet.</summary>
    public ImmutableArray<PaintMix> Also { get; init; } = [];

    /// <summary>Passes that must be done on a card before it, by their index.</summary>
    public ImmutableArray<int> After { get; init; } = [];

    /// <summary>
    /// How much of what is meant to lie there in the end it lays on purpose, above 0 to 1; less than 1 where a look is to tell
    /// what is missing (<see cref="FromBelow"/>).
    /// </summary>
    public double OfMeant { get; init; } = 1;

    /// <summary>The finding of a card that it is to mend; null for all that was planned from the start.</summary>
    public FindingKey? Mends { get; init; }

    /// <summary>What it does to the colour of each of its areas; none where it lays none.</summary>
    public ImmutableArray<Act> Acts { get; init; } = [];

    /// <summary>
    /// Of plans without acts, how much of the mix's own load comes to lie: above 0 to 1. See <see cref="OldPasses"/>.
    /// </summary>
    public double Thinned { get; init; } = 1;

    /// <summary>
    /// In what patches its areas are wet; none of plans that were made when all was held to dry as a large sheet does.
    /// </summary>
    public ImmutableArray<WetPatch> Patches { get; init; } = [];

    /// <summary>
    /// Which of the passes of something done to the whole card it is, from 1: the second dip is 2; 0 where it was not
    /// counted.
    /// </summary>
    public int Round { get; init; }

    /// <summary>How many prints are taken from one inking; 1 for everything that is no print.</summary>
    public int Generations { get; init; } = 1;

    /// <summary>Those of its areas in which it goes around a part that is kept white.</summary>
    public ImmutableArray<int> AroundWhite { get; init; } = [];

    /// <summary>What the maker calls it, where it is a step of the maker's own; null for all others.</summary>
    public string? Called { get; init; }

    /// <summary>
    /// The piece of the card that it is work on, by its number (<see cref="Pieces.PieceAreas"/>); null for colours of the
    /// picture, and where nobody said what pieces the card has.
    /// </summary>
    public int? Piece { get; init; }

    /// <summary>What the piece is put onto, by its number; null where it is not put together.</summary>
    public int? Onto { get; init; }

    /// <summary>Where on its piece the hues of a ground, or drops, lie; null for even all over.</summary>
    public GroundOnPiece? Ground { get; init; }

    /// <summary>What is done in it, where more is known than its method tells: "stamp pear"; null for that.</summary>
    public string? Does { get; init; }

    /// <summary>How it is done, where more is known than its stroke tells; null for what the stroke tells.</summary>
    public string? Told { get; init; }

    /// <summary>How long it takes beside what the hand takes for its stroke, s; all of a step of the maker's own.</summary>
    public double TakesSeconds { get; init; }

    /// <summary>What must dry afterwards, where the colour decides that; null where its stroke does.</summary>
    public Leaves? Left { get; init; }

    /// <summary>What must dry afterwards.</summary>
    [JsonIgnore]
    public Leaves Leaves => Left ?? Sheet.Leaves;

    /// <summary>
    /// Tips, or loads of the brush, that are taken up one after the other in each area, so that it is blended to its end
    /// while colour can be moved; 1 for everything else.
    /// </summary>
    [JsonIgnore]
    public int Tips =>
        Stroke switch
        {
            Stroke.Sponge => Math.Max(1, Acts.Length),
            _ when Acts is [{ Along: not null, Mixes.Length: > 1 and var hues }, ..] => hues,
            _ => 1,
        };

    /// <summary>
    /// How often the hand goes over its areas: pencil and foam tip lay several layers in one go, each over the one
    /// before.
    /// </summary>
    [JsonIgnore]
    public int Times => Stroke is Stroke.Draw or Stroke.Sponge ? Math.Max(1, Acts.Sum(act => act.Times)) : 1;

    /// <summary>Radius of the patch in which an area of it is wet, mm; 0 for a large sheet.</summary>
    public double PatchOf(int area) => Patches.FirstOrDefault(patch => patch.Area == area).RadiusMm;

    /// <summary>How hard its pencil is pressed.</summary>
    [JsonIgnore]
    public Pressure Pressure => Acts.IsEmpty ? Pressure.Light : Acts[0].Pressure;

    /// <summary>What its stroke takes and leaves.</summary>
    [JsonIgnore]
    public StrokeSheet Sheet => StrokeTable.Of(Stroke);

    /// <summary>It goes over the whole card.</summary>
    [JsonIgnore]
    public bool WholeCard => MethodTable.Of(Method).WholeCard;

    /// <summary>
    /// L* of its mix: what its first layer leaves, wherever that is lightest; null of plans that did not tell it from
    /// the lightness afterwards.
    /// </summary>
    public double? MixLightness { get; init; }

    /// <summary>The mixes that are on the tool, without clean water.</summary>
    [JsonIgnore]
    public IEnumerable<PaintMix> Colours => Mixes.Where(mix => !mix.Parts.IsEmpty);

    /// <summary>What it lays, with what is laid in the same go.</summary>
    [JsonIgnore]
    public IEnumerable<PaintMix> Mixes => [Mix, .. Also];
}
