using System.Collections.Immutable;
using System.Text.Json;
using Microsoft.Extensions.Caching.Memory;
using Nube.Core;
using Nube.Core.Artwork;
using Nube.Core.Light;
using Nube.Data.Entities;

namespace Nube.Server.Support;

/// <summary>
/// The rounded forms of an image's areas, computed once and kept for a while; what is lost is computed again.
/// </summary>
public sealed class ImageForms(IMemoryCache cache, FileStore files)
{
    private static readonly TimeSpan KeptFor = TimeSpan.FromMinutes(20);
    private const int BytesPerCell = 10; // a flag and two numbers, with room

    /// <summary>Sets the zones of an image by its light.</summary>
    public async Task Light(PieceImage image, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(image);
        image.Zones = Zoning.Of(await Of(image, cancel), image.Light.Angle, image.Light.RuleOf);
    }

    /// <summary>The areas of an image as they are after the maker's corrections.</summary>
    public async Task<AreaMap> Areas(PieceImage image, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(image);
        return AreaEdits.Apply(AreaMeasuring.Measure(await Found(image, cancel)), image.Edits);
    }

    /// <summary>The areas of an image as they were found, before corrections.</summary>
    public async Task<LabelRaster> Found(PieceImage image, CancellationToken cancel)
    {
        ArgumentNullException.ThrowIfNull(image);
        return LabelFile.Read((await files.Get(image.LabelsHash, cancel)).Content);
    }

    private async Task<ImmutableArray<AreaForm>> Of(PieceImage image, CancellationToken cancel)
    {
        var key =
            $"forms {image.LabelsHash} {JsonSerializer.Serialize(new { image.Edits, image.Depth }, RecordJson.Options)}";
        if (cache.TryGetValue(key, out ImmutableArray<AreaForm> kept))
            return kept;
        var forms = AreaForm.Of((await Areas(image, cancel)).Labels, image.Depth.Pairs());
        return cache.Set(
            key,
            forms,
            new MemoryCacheEntryOptions
            {
                SlidingExpiration = KeptFor,
                Size = forms.Sum(form => (long)form.Film.Length * BytesPerCell) + 1000,
            }
        );
    }
}
